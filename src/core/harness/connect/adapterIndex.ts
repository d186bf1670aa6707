import type { Conversion } from '../../controls';
import { compareText } from '../../kernel/reason';
import { splitCavity } from '../../kernel/ids';
import type { Adapter, ShelfAdapter } from '../types';

/** Families in this module are text; bare leads have one of their own that no moulded housing can have. */
export const LEADS = '(leads)';

/** A wire of an adapter by the places of its ends. */
export interface Wired {
  readonly to: string;
  readonly from: { readonly end: number; readonly cavity: string };
  readonly turn?: { readonly end: number; readonly cavity: string };
  readonly part?: 'stop' | 'turn';
  readonly beside?: { readonly end: number; readonly cavity: string };
  readonly smooths?: boolean;
  readonly relay?: boolean;
  /** A resistance in it, Ω, and whether there is a diode. */
  readonly ohm?: number;
  readonly diode?: boolean;
}

/** An adapter made ready for searching: ends by number, wires by the end they come out of. */
export interface IndexedAdapter {
  readonly part: string;
  readonly priceMinor: number;
  readonly stock: number;
  readonly ins: readonly { readonly id: string; readonly family: string }[];
  readonly outs: readonly {
    readonly id: string;
    readonly family: string;
    readonly wires: readonly Wired[];
  }[];
}

/** Adapters by the families of their ends. */
export interface AdapterIndex {
  /** Adapters by the family of their first in-end, cheapest first. */
  readonly byFirst: ReadonlyMap<string, readonly IndexedAdapter[]>;
  readonly byPart: ReadonlyMap<string, IndexedAdapter>;
  /** Adapters by each family that they come out as; for walking back from a goal. */
  readonly byOut: ReadonlyMap<string, readonly IndexedAdapter[]>;
  /** What modules of its adapters can make that no wire of a vehicle carries. */
  readonly makes: ReadonlySet<Conversion['kind']>;
}

/** Makes a shelf's adapters ready for searching; once for a shelf, not for each search. */
export function indexAdapters(adapters: readonly ShelfAdapter[]): AdapterIndex {
  const byFirst = new Map<string, IndexedAdapter[]>();
  const byOut = new Map<string, IndexedAdapter[]>();
  const byPart = new Map<string, IndexedAdapter>();
  const put = (into: Map<string, IndexedAdapter[]>, family: string, a: IndexedAdapter) => {
    const list = into.get(family);
    if (list) list.push(a);
    else into.set(family, [a]);
  };
  const sorted = [...adapters].sort((a, b) => a.priceMinor - b.priceMinor || compareText(a.part, b.part));
  for (const row of sorted) {
    const a: IndexedAdapter = {
      part: row.part,
      priceMinor: row.priceMinor,
      stock: row.stock,
      ...wired(row.adapter),
    };
    byPart.set(a.part, a);
    if (a.ins[0]) put(byFirst, a.ins[0].family, a);
    for (const family of new Set(a.outs.map((o) => o.family))) put(byOut, family, a);
  }
  const makes = new Set(
    [...byPart.values()].flatMap((a) => a.outs.flatMap((o) => o.wires.flatMap((w) => moduleOf(w) ?? []))),
  );
  return { byFirst, byOut, byPart, makes };
}

/** What module a wire has in it; null: none that makes another circuit of it. */
export const moduleOf = (w: Pick<Wired, 'turn' | 'part' | 'smooths' | 'relay'>): Conversion['kind'] | null =>
  w.turn ? 'join' : w.part ? 'part' : w.smooths ? 'steady' : w.relay ? 'relay' : null;

function wired(adapter: Adapter): Pick<IndexedAdapter, 'ins' | 'outs'> {
  const of = (way: 'in' | 'out') => adapter.ends.filter((e) => e.way === way);
  const ins = of('in').map((e) => ({ id: e.id, family: e.family ?? LEADS }));
  const place = (text: string) => {
    const { end, cavity } = splitCavity(text);
    return { end: ins.findIndex((i) => i.id === end), cavity };
  };
  const outs = of('out').map((e) => ({
    id: e.id,
    family: e.family ?? LEADS,
    wires: adapter.map
      .filter((w) => splitCavity(w.to).end === e.id)
      .map((w) => ({
        to: splitCavity(w.to).cavity,
        from: place(w.from),
        ...(w.turn === undefined ? {} : { turn: place(w.turn) }),
        ...(w.part === undefined ? {} : { part: w.part }),
        ...(w.beside === undefined ? {} : { beside: place(w.beside) }),
        ...(w.smooths ? { smooths: true } : {}),
        ...(w.relay ? { relay: true } : {}),
        ...(w.ohm === undefined ? {} : { ohm: w.ohm }),
        ...(w.diode ? { diode: true } : {}),
      })),
  }));
  return { ins, outs };
}

/** What is left at least, from an end of a family to one family that a lamp wants. */
export interface Rest {
  readonly costMinor: number;
  readonly links: number;
}

/**
 * For every family, the least that the way to `goal` costs and how few links it takes, whatever the cavities: never
 * more than the real cost, so that a search led by it still finds the cheapest.
 */
export function leastRest(
  index: AdapterIndex,
  goal: string,
  jointMinor: number,
  maxLinks: number,
): ReadonlyMap<string, Rest> {
  const rest = new Map<string, Rest>([[goal, { costMinor: 0, links: 0 }]]);
  // One round a link: after n rounds every way of n links is known.
  let edge = new Set([goal]);
  for (let round = 1; round <= maxLinks && edge.size > 0; round += 1) {
    const next = new Set<string>();
    for (const family of edge) {
      const behind = rest.get(family);
      if (!behind) continue;
      for (const a of index.byOut.get(family) ?? []) {
        const costMinor = behind.costMinor + a.priceMinor + jointMinor * a.ins.length;
        for (const { family: from } of a.ins) {
          const known = rest.get(from);
          if (known && known.costMinor <= costMinor) continue;
          rest.set(from, { costMinor, links: Math.min(known?.links ?? Infinity, round) });
          next.add(from);
        }
      }
    }
    edge = next;
  }
  return rest;
}
