import { compareText } from '../kernel/reason';
import type { FastenerGroup } from './types';

/**
 * What can happen to a fastener. `out` and `in`: leaves and fills its hole. `broken`: cannot be used again.
 * `replaced`: one set aside and a new one taken for it. `spare`: a new one from the shop's box besides. `borrowed`:
 * one of another vehicle's or bay's, owed until it is paid back. `found`: one that nobody had counted out,
 * or a lost one that came to light. `lost`: fell where nobody can see it; it is looked for until it is found.
 */
export const FASTENER_ACTS = [
  'out',
  'in',
  'broken',
  'replaced',
  'borrowed',
  'spare',
  'found',
  'lost',
] as const;
export type FastenerAct = (typeof FASTENER_ACTS)[number];

/** One count, as somebody made it. */
export interface FastenerEntry {
  readonly step: string;
  readonly group: string;
  readonly act: FastenerAct;
  readonly count: number;
}

/** A group of fasteners by what was counted of it. */
export interface GroupBalance {
  readonly step: string;
  readonly group: string;
  /** What the sheet says of it; null: the sheet has no such group (any more), the counts stand all the same. */
  readonly sheet: FastenerGroup | null;
  readonly counts: Readonly<Record<FastenerAct, number>>;
  /** Still to come out by the sheet; never below 0. */
  readonly stillIn: number;
  /** Holes that were emptied and are not filled. Below 0: more went in than came out. */
  readonly holes: number;
  /** Fit for use and not in a hole. */
  readonly inHand: number;
  /** Nothing was counted, or every hole is filled and nothing is left over. */
  readonly balanced: boolean;
}

const NONE: Readonly<Record<FastenerAct, number>> = {
  out: 0,
  in: 0,
  broken: 0,
  replaced: 0,
  borrowed: 0,
  spare: 0,
  found: 0,
  lost: 0,
};

/**
 * Adds counts up, group by group. Nothing is refused: what does not add up stands in the open as empty holes or as
 * fasteners left over. The order of the entries does not matter.
 * @param groups what the step list has, by step id
 */
export function fastenerBalance(
  entries: readonly FastenerEntry[],
  groups: readonly { readonly step: string; readonly group: FastenerGroup }[],
): readonly GroupBalance[] {
  const keyOf = (step: string, group: string) => `${step} ${group}`;
  const sheets = new Map(groups.map((g) => [keyOf(g.step, g.group.id), g]));
  const counts = new Map<string, Record<FastenerAct, number>>();
  for (const [key] of sheets) counts.set(key, { ...NONE });
  const strangers = new Map<string, { step: string; group: string }>();
  for (const e of entries) {
    const key = keyOf(e.step, e.group);
    const sum = counts.get(key) ?? { ...NONE };
    sum[e.act] += e.count;
    counts.set(key, sum);
    if (!sheets.has(key)) strangers.set(key, { step: e.step, group: e.group });
  }
  const known = [...sheets].map(([key, g]) =>
    balanceOf(g.step, g.group.id, g.group, counts.get(key) ?? NONE),
  );
  const others = [...strangers]
    .sort(([a], [b]) => compareText(a, b))
    .map(([key, s]) => balanceOf(s.step, s.group, null, counts.get(key) ?? NONE));
  return [...known, ...others];
}

function balanceOf(
  step: string,
  group: string,
  sheet: FastenerGroup | null,
  counts: Readonly<Record<FastenerAct, number>>,
): GroupBalance {
  const holes = counts.out - counts.in;
  // `replaced` takes one out of use and one in: the hand holds as many as before.
  const inHand =
    counts.out + counts.spare + counts.borrowed + counts.found - counts.in - counts.broken - counts.lost;
  return {
    step,
    group,
    sheet,
    counts,
    stillIn: Math.max(0, (sheet?.count ?? 0) - counts.out),
    holes,
    inHand,
    balanced: holes === 0 && inHand === 0,
  };
}

/** All groups together. */
export function totalBalance(groups: readonly GroupBalance[]) {
  const sum = (of: (g: GroupBalance) => number) => groups.reduce((n, g) => n + of(g), 0);
  return {
    out: sum((g) => g.counts.out),
    in: sum((g) => g.counts.in),
    borrowed: sum((g) => g.counts.borrowed),
    holes: sum((g) => Math.max(0, g.holes)),
    leftOver: sum((g) => Math.max(0, g.inHand)),
    unbalanced: groups.filter((g) => !g.balanced).length,
  };
}
