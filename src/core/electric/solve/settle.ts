import { compareText } from '../../kernel/reason';
import type { NetSolution } from '../netlist/element';
import { type Circuitry, closedParts, coilOf, plainNetwork, type Relay } from '../netlist/part';
import { prepareNetwork } from './dc';

/**
 * *Settings*: times its rating at which a fuse blows for certain, and up to which it never does: between them it may.
 * Source: blade fuses blow within seconds at twice their rating and hold 110 % for good.
 */
export const BLOWS_AT = 2;
/** *Setting*: see `BLOWS_AT`. */
export const HOLDS_TO = 1.1;

/** What a circuitry keeps from one setting to the next. */
export interface Memory {
  /** Relays that are pulled. */
  readonly pulled: ReadonlySet<string>;
  /** Fuses that have blown. */
  readonly blown: ReadonlySet<string>;
}

/** Nothing is pulled, nothing has blown. */
export const AT_REST: Memory = { pulled: new Set(), blown: new Set() };

/** Where a circuitry comes to in a setting of its switches. */
export type Settled =
  | {
      readonly kind: 'settled';
      readonly solution: NetSolution;
      readonly memory: Memory;
      /** Fuses that have blown in this setting, the first one first. */
      readonly blew: readonly string[];
      /** Fuses that may blow by and by, the one nearest to it first; `then`: the memory to go on from if it does. */
      readonly mayBlow: readonly { readonly fuse: string; readonly share: number; readonly then: Memory }[];
    }
  /** Relays that never come to rest: each state of theirs undoes itself. */
  | { readonly kind: 'chatters'; readonly relays: readonly string[]; readonly blew: readonly string[] };

/** A circuitry made ready to be settled. */
export interface SettlingNetwork {
  readonly settle: (closed: ReadonlySet<string>, memory?: Memory, near?: NetSolution) => Settled;
}

/**
 * Relays and fuses in rounds: all relays move at once by what their coils have, until none does or a state comes again; then
 * the fuse that is over its rating by most blows, and relays are looked at anew. One fuse a round, so there are no more
 * rounds than fuses; relays have no more states than come before the first that repeats.
 */
export function prepareSettling(circuitry: Circuitry): SettlingNetwork {
  const ready = prepareNetwork(plainNetwork(circuitry));
  const solve = (closed: ReadonlySet<string>, { pulled, blown }: Memory, near: NetSolution | undefined) =>
    ready.solve(new Set([...closed, ...closedParts(circuitry, pulled, blown)]), near);

  const relaysAtRest = (closed: ReadonlySet<string>, from: Memory, near: NetSolution | undefined) => {
    const seen: ReadonlySet<string>[] = [];
    let pulled = from.pulled;
    let solution = near;
    for (;;) {
      solution = solve(closed, { ...from, pulled }, solution);
      const next = new Set(
        circuitry.relays.filter((r) => isPulled(r, pulled.has(r.id), solution)).map((r) => r.id),
      );
      if (same(next, pulled)) return { pulled, solution, cycle: null };
      seen.push(pulled);
      const again = seen.findIndex((s) => same(s, next));
      if (again >= 0) return { pulled, solution, cycle: seen.slice(again) };
      pulled = next;
    }
  };

  return {
    settle: (closed, memory = AT_REST, near) => {
      const blew: string[] = [];
      let now = memory;
      let last = near;
      for (;;) {
        const { pulled, solution, cycle } = relaysAtRest(closed, now, last);
        if (cycle) return { kind: 'chatters', relays: moving(circuitry, cycle), blew };
        now = { ...now, pulled };
        last = solution;
        const shares = circuitry.fuses
          .filter((f) => !now.blown.has(f.id))
          .map((f) => ({ fuse: f.id, share: Math.abs(solution.elementA.get(f.id) ?? 0) / f.ratingA }))
          .sort((a, b) => b.share - a.share || compareText(a.fuse, b.fuse));
        const [first] = shares;
        const without = (fuse: string): Memory => ({ ...now, blown: new Set([...now.blown, fuse]) });
        if (!first || first.share < BLOWS_AT)
          return {
            kind: 'settled',
            solution,
            memory: now,
            blew,
            mayBlow: shares
              .filter((s) => s.share > HOLDS_TO)
              .map(({ fuse, share }) => ({ fuse, share, then: without(fuse) })),
          };
        blew.push(first.fuse);
        now = without(first.fuse);
      }
    },
  };
}

function isPulled(r: Relay, before: boolean, solution: NetSolution | undefined): boolean {
  // By the coil's current, which is there also where the coil's nodes float.
  const volts = Math.abs(solution?.elementA.get(coilOf(r)) ?? 0) * r.coilOhm;
  return volts >= (before ? r.dropV : r.pullV);
}

const same = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean =>
  a.size === b.size && [...a].every((id) => b.has(id));

/** Relays that are not in every state of a cycle, or in none. */
const moving = ({ relays }: Circuitry, cycle: readonly ReadonlySet<string>[]): readonly string[] =>
  relays
    .map((r) => r.id)
    .filter((id) => cycle.some((s) => s.has(id)) && cycle.some((s) => !s.has(id)))
    .sort(compareText);
