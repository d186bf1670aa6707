import type { NetElement, Network, NodeId } from './element';

/**
 * A relay: its coil pulls at a voltage of either sign and lets go below a lower one; the common contact then touches the
 * one or the other. A contact that is not led out is null.
 */
export interface Relay {
  readonly id: string;
  readonly coil: readonly [NodeId, NodeId];
  readonly coilOhm: number;
  /** V across the coil from which it pulls, and below which it lets go again. */
  readonly pullV: number;
  readonly dropV: number;
  readonly common: NodeId;
  /** Touched while it is pulled, and while it is not. */
  readonly pulled: NodeId | null;
  readonly rest: NodeId | null;
  readonly contactOhm: number;
}

/** A fuse in its way. */
export interface Fuse {
  readonly id: string;
  readonly from: NodeId;
  readonly to: NodeId;
  readonly ohm: number;
  readonly ratingA: number;
}

/** A network with what its own voltages and currents switch. */
export interface Circuitry extends Network {
  readonly relays: readonly Relay[];
  readonly fuses: readonly Fuse[];
}

/** What a part is to the network, and which of its contacts are closed; ids are the part's, a colon, and which contact. */
export const coilOf = (r: Relay): string => `${r.id}:coil`;
const contactOf = (r: Relay, at: 'pulled' | 'rest'): string => `${r.id}:${at}`;

/** The network without its parts: coils as resistors, contacts and fuses as switches. */
export function plainNetwork({ fixed, elements, relays, fuses }: Circuitry): Network {
  return {
    fixed,
    elements: [
      ...elements,
      ...relays.flatMap((r): readonly NetElement[] => [
        { kind: 'resistor', id: coilOf(r), from: r.coil[0], to: r.coil[1], ohm: r.coilOhm },
        ...(['pulled', 'rest'] as const).flatMap((at): readonly NetElement[] => {
          const to = r[at];
          return to === null
            ? []
            : [{ kind: 'switch', id: contactOf(r, at), from: r.common, to, ohm: r.contactOhm }];
        }),
      ]),
      ...fuses.map(({ id, from, to, ohm }): NetElement => ({ kind: 'switch', id, from, to, ohm })),
    ],
  };
}

/** The switches that are closed besides those of the controls. */
export const closedParts = (
  { relays, fuses }: Circuitry,
  pulled: ReadonlySet<string>,
  blown: ReadonlySet<string>,
): readonly string[] => [
  ...relays.map((r) => contactOf(r, pulled.has(r.id) ? 'pulled' : 'rest')),
  ...fuses.flatMap((f) => (blown.has(f.id) ? [] : [f.id])),
];
