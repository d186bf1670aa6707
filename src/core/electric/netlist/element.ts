/** A node of a network, by name. `fixed` nodes have a voltage of their own: the battery's post, the body. */
export type NodeId = string;

/**
 * A device law: current as a monotone function of the voltage across it, straight between its points and level
 * beyond the first and the last.
 */
export interface CurvePoint {
  readonly v: number;
  readonly a: number;
}

/** Where an element is on the vehicle. */
export type ElementPlace =
  | { readonly kind: 'circuit'; readonly circuit: string }
  | { readonly kind: 'feed'; readonly does: string }
  | { readonly kind: 'cavity'; readonly position: string; readonly plug: string; readonly cavity: string }
  | { readonly kind: 'stud'; readonly stud: string }
  | { readonly kind: 'housing'; readonly position: string };

/** What an element is to whoever looks for a fault: where it is, what mends it, and with what it shares its chance of failing. */
export interface ElementAbout {
  readonly place: ElementPlace;
  /** `none`: it is the vehicle's own and not mended here. */
  readonly mend:
    'replace-fuse' | 'remake-joint' | 'clean-ground' | 'replace-adapter' | 'replace-lamp' | 'none';
  readonly prior: 'fuse' | 'joint' | 'hand-joint' | 'ground' | 'part' | 'lamp' | 'vehicle';
}

/** One two-ended element; current is counted from `from` to `to`. */
export type NetElement = PlainElement & { readonly about?: ElementAbout };

type PlainElement =
  | {
      readonly kind: 'resistor';
      readonly id: string;
      readonly from: NodeId;
      readonly to: NodeId;
      readonly ohm: number;
    }
  /** A resistor that is there only while it is closed. */
  | {
      readonly kind: 'switch';
      readonly id: string;
      readonly from: NodeId;
      readonly to: NodeId;
      readonly ohm: number;
    }
  | {
      readonly kind: 'curve';
      readonly id: string;
      readonly from: NodeId;
      readonly to: NodeId;
      readonly points: readonly CurvePoint[];
    }
  /** A filament: I = ratedA · (V / ratedV)^0.55, and a cold one below. */
  | {
      readonly kind: 'filament';
      readonly id: string;
      readonly from: NodeId;
      readonly to: NodeId;
      readonly ratedV: number;
      readonly ratedA: number;
    };

/** Elements between nodes, some of which are held at a voltage. */
export interface Network {
  readonly fixed: Readonly<Record<NodeId, number>>;
  readonly elements: readonly NetElement[];
}

/** Voltages and currents, or that none were found. */
export interface NetSolution {
  /** V of every node; null where nothing ties it to a supply or to ground: it floats. */
  readonly nodeV: ReadonlyMap<NodeId, number | null>;
  /** A through every element. */
  readonly elementA: ReadonlyMap<string, number>;
  readonly floating: readonly NodeId[];
  readonly converged: boolean;
}
