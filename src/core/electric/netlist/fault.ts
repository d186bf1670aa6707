import type { NetElement, NodeId } from './element';

/** *Setting*: two wires that touch, Ω. */
export const SHORT_OHM = 0.05;

/**
 * One thing that is wrong in a network, by the names of its elements and nodes. A blown fuse is its switch, open; a wire
 * in the wrong cavity is two of them exchanged.
 */
export type Fault =
  | { readonly kind: 'open'; readonly element: string }
  /** A joint that has corroded: so many Ω more in its way. */
  | { readonly kind: 'weak'; readonly element: string; readonly ohm: number }
  | { readonly kind: 'short'; readonly nodes: readonly [NodeId, NodeId] }
  /** The far ends of two elements have changed places. */
  | { readonly kind: 'exchange'; readonly elements: readonly [string, string] };

/** The elements of a network with faults in it; a name that is none of them changes nothing. */
export function inject(elements: readonly NetElement[], faults: readonly Fault[]): readonly NetElement[] {
  return faults.reduce(withFault, elements);
}

function withFault(elements: readonly NetElement[], fault: Fault): readonly NetElement[] {
  switch (fault.kind) {
    case 'open':
      return elements.filter((e) => e.id !== fault.element);
    case 'weak':
      return elements.map((e) =>
        e.id === fault.element && (e.kind === 'resistor' || e.kind === 'switch')
          ? { ...e, ohm: e.ohm + fault.ohm }
          : e,
      );
    case 'short': {
      const [from, to] = fault.nodes;
      return [...elements, { kind: 'resistor', id: `short:${from}|${to}`, from, to, ohm: SHORT_OHM }];
    }
    case 'exchange': {
      const [one, two] = fault.elements.map((id) => elements.find((e) => e.id === id));
      if (!one || !two) return elements;
      return elements.map((e) => (e === one ? { ...e, to: two.to } : e === two ? { ...e, to: one.to } : e));
    }
  }
}
