import { weakMapMemoize } from 'reselect';
import { sameList } from '../../kernel/part';
import type { Prose } from '../../kernel/reason';
import type { Family } from '../../catalogue/types';
import {
  type Broken,
  type FastenerGroup,
  type Graded,
  gradeOf,
  halfCost,
  type HalfCost,
  margin,
  type StepSheet,
  sparesFor,
  timeKey,
  timesOf,
  type TimesSeen,
  type WorkStep,
  type WorkTime,
  workTime,
} from '../../work';
import { type PositionKey, positionKey } from '../../vehicle';
import { isDue } from '../readings/stepLines';
import { planAt, type UsedSheet } from '../readings/sheetUse';
import { type Learnt, NOTHING_LEARNT, spareKey } from '../learnt';
import { type Job, perJob } from './view';

const NO_SHEETS: readonly StepSheet[] = [];

/** Fasteners to have at hand before the first clip. */
export interface Spares {
  readonly step: WorkStep;
  readonly group: FastenerGroup;
  /** Enough in nine jobs of ten; of those that are not used again, all of them. */
  readonly count: number;
  readonly seen: Broken | null;
}

/** One lamp of a pair left as the reference, against both at once. */
export interface HalfChoice {
  readonly swap: string;
  readonly keep: PositionKey;
  readonly others: readonly PositionKey[];
  readonly cost: HalfCost;
}

/** Lamps that are not in the job and would be cheap now: what stands over them is off for others. */
export interface Aside {
  readonly sheet: StepSheet;
  readonly positions: readonly PositionKey[];
  /** Besides what is in hand, half of such jobs, minutes; and by themselves another day. */
  readonly now: number;
  readonly later: number;
  readonly shared: readonly Prose[];
}

/** The work at the vehicle as a whole: how long, how hard, what to have ready, what else could be done. */
export interface WorkAhead {
  /** Out and back with changes of tool, place and state, by this shop's times; null: there is no order. */
  readonly whole: WorkTime | null;
  /** Of it what is still open; changes of tool and place are not in it. */
  readonly left: WorkTime;
  /** Times of this shop that the figures rest on. */
  readonly timed: number;
  readonly grade: Graded | null;
  readonly spares: readonly Spares[];
  readonly halves: readonly HalfChoice[];
  readonly aside: readonly Aside[];
}

/** Lays out what lies ahead of a job's work at the vehicle. */
export const workView: (job: Job) => WorkAhead = perJob(({ pack, reading }) => {
  const { strip, checks } = reading;
  const learnt = pack.learnt ?? NOTHING_LEARNT;
  const family = pack.family.body;
  const used = sameList(strip.uses.flatMap((u) => (u.sheet ? [usedAt(u.sheet, ...u.positions)] : [])));
  const byHand = checks.reduce((n, c) => n + c.joints.length, 0);
  const open = [...strip.out, ...strip.back].filter(
    (l) => l.tick === null && (l.step.way === 'out' || isDue(l, strip.out)),
  );
  return {
    ...aheadOf(family, learnt, byHand, ...used),
    left: leftOf(learnt.timed, ...open.map((l) => l.step)),
    halves: strip.uses.flatMap((u) =>
      u.sheet ? halvesOf(family, u.swap, usedAt(u.sheet, ...u.positions)) : [],
    ),
    aside: asideOf(
      family,
      used,
      pack.nearby ?? NO_SHEETS,
      reading.record.swaps.flatMap((s) => s.positions).join(),
    ),
  };
});

/** The same object for the same sheet and lamps: what is laid out from it is kept by it. */
const usedAt = weakMapMemoize((sheet: StepSheet, ...positions: readonly PositionKey[]): UsedSheet => ({
  sheet,
  positions,
}));

const leftOf = weakMapMemoize((timed: TimesSeen, ...steps: readonly WorkStep[]): WorkTime =>
  workTime(timesOf(steps, timed)),
);

const aheadOf = weakMapMemoize(
  (
    family: Family,
    { timed, broken }: Learnt,
    byHand: number,
    ...used: readonly UsedSheet[]
  ): Pick<WorkAhead, 'whole' | 'timed' | 'grade' | 'spares'> => {
    const plan = used.length === 0 ? null : planAt(family, used);
    if (plan?.kind !== 'plan') return { whole: null, timed: 0, grade: null, spares: [] };
    const { p50, p90 } = margin(null, plan, timed);
    return {
      whole: { p50, p90 },
      timed: [...plan.out, ...plan.back].reduce((n, w) => n + (timed[timeKey(w)]?.n ?? 0), 0),
      grade: gradeOf(plan.out, p50, byHand),
      spares: plan.out.flatMap((w) => sparesOf(w, broken)),
    };
  },
);

const sparesOf = (step: WorkStep, broken: Learnt['broken']): readonly Spares[] =>
  (step.step.fasteners ?? []).flatMap((group) => {
    const seen = broken[spareKey(step.sheet, step.step.id, group.id)] ?? null;
    // What is never used again has to be there whole; what goes back as it was needs none unless some broke here.
    const count =
      group.reuse === 'replace'
        ? group.count
        : group.reuse === 'if-sound' || (seen?.broken ?? 0) > 0
          ? sparesFor(group.count, seen ?? undefined)
          : 0;
    return count > 0 ? [{ step, group, count, seen }] : [];
  });

/** Each lamp of a pair as the one that stays, where there is an order for it. */
const halvesOf = weakMapMemoize((family: Family, swap: string, used: UsedSheet): readonly HalfChoice[] => {
  const both = used.positions.length === 2 ? planAt(family, [used]) : null;
  if (both?.kind !== 'plan') return [];
  return used.positions.flatMap((keep) => {
    const others = used.positions.filter((p) => p !== keep);
    const half = planAt(family, [used], { kept: [{ keep, others }] });
    return half.kind === 'plan' ? [{ swap, keep, others, cost: halfCost(both, half, keep, others) }] : [];
  });
});

/** What other lamps of the line would cost beside the plan in hand, where that spares them steps. */
const asideOf = weakMapMemoize(
  (
    family: Family,
    used: readonly UsedSheet[],
    nearby: readonly StepSheet[],
    takenText: string,
  ): readonly Aside[] => {
    if (used.length === 0) return [];
    const hand = planAt(family, used);
    if (hand.kind !== 'plan') return [];
    const taken = new Set(takenText.split(','));
    const off = new Set(
      used.flatMap((u) => u.sheet.steps.flatMap((s) => (s.scope === 'once' ? [s.id] : []))),
    );
    const best = new Map<string, Aside>();
    for (const sheet of nearby) {
      const positions = family.places
        .filter((p) => p.position.role === sheet.role && p.position.end === sheet.end)
        .map((p) => positionKey(p.position))
        .filter((p) => !taken.has(p));
      // What is only operated or looked at again stands over nothing.
      const shared = sheet.steps.filter((s) => s.scope === 'once' && s.kind !== 'prove' && off.has(s.id));
      if (positions.length === 0 || shared.length === 0) continue;
      const mine = { sheet, positions };
      const [alone, union] = [planAt(family, [mine]), planAt(family, [...used, mine])];
      if (alone.kind !== 'plan' || union.kind !== 'plan') continue;
      const aside = {
        sheet,
        positions,
        now: margin(hand, union).p50,
        later: margin(null, alone).p50,
        shared: shared.map((s) => s.title),
      };
      const known = best.get(positions.join());
      if (!known || aside.now < known.now) best.set(positions.join(), aside);
    }
    return [...best.values()].sort((a, b) => a.now - b.now);
  },
);
