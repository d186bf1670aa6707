import { and, eq, inArray } from 'drizzle-orm';
import { type JobReading, type Learnt, learntOf, NOTHING_LEARNT, spareKey } from '@/core/job';
import {
  NOT_TIMED,
  timedBoth,
  timedOf,
  timeKey,
  type StepHistory,
  type Timed,
  type Broken,
} from '@/core/work';
import type { Database, Transaction } from '../db/connection';
import { learntStep } from '../db/schema';

/** Keeps what a job taught, in the place of what it taught when it was locked before. */
export async function keepLearnt(
  tx: Transaction,
  shopId: string,
  jobId: string,
  reading: JobReading,
  lockedAt: Date,
): Promise<void> {
  await tx.delete(learntStep).where(and(eq(learntStep.shopId, shopId), eq(learntStep.jobId, jobId)));
  const rows = learntOf(reading).map((l) => ({ shopId, jobId, lockedAt, ...l }));
  if (rows.length > 0) await tx.insert(learntStep).values(rows);
}

/** What the shop has learnt of some sheets' steps. */
export async function learntFor(
  db: Database | Transaction,
  shopId: string,
  sheets: readonly string[],
): Promise<Learnt> {
  if (sheets.length === 0) return NOTHING_LEARNT;
  const rows = await db
    .select({
      sheet: learntStep.sheet,
      step: learntStep.step,
      way: learntStep.way,
      minutes: learntStep.minutes,
      fasteners: learntStep.fasteners,
    })
    .from(learntStep)
    .where(and(eq(learntStep.shopId, shopId), inArray(learntStep.sheet, [...sheets])));
  const timed: Record<string, Timed> = {};
  const broken: Record<string, Broken> = {};
  for (const r of rows) {
    const key = timeKey({ sheet: r.sheet, way: r.way, step: { id: r.step } });
    if (r.minutes !== null) timed[key] = timedBoth(timed[key] ?? NOT_TIMED, timedOf([r.minutes]));
    for (const [group, b] of Object.entries(r.fasteners)) {
      const at = spareKey(r.sheet, r.step, group);
      broken[at] = added(broken[at], b);
    }
  }
  return { timed, broken };
}

const added = (a: Broken | undefined, b: Broken): Broken => ({
  out: (a?.out ?? 0) + b.out,
  broken: (a?.broken ?? 0) + b.broken,
});

/** What became of each step of a sheet in the shop's locked jobs, as the shelf offers changes by it. */
export async function sheetHistory(
  db: Database,
  shopId: string,
  sheet: string,
): Promise<readonly StepHistory[]> {
  const rows = await db
    .select()
    .from(learntStep)
    .where(and(eq(learntStep.shopId, shopId), eq(learntStep.sheet, sheet)));
  rows.sort((a, b) => b.lockedAt.getTime() - a.lockedAt.getTime());
  const byStep = new Map<string, StepHistory>();
  for (const r of rows) {
    const key = `${r.way}/${r.step}`;
    const h = byStep.get(key) ?? {
      step: r.step,
      way: r.way,
      timed: NOT_TIMED,
      done: 0,
      notNeeded: 0,
      differs: [],
      broken: {},
    };
    byStep.set(key, {
      ...h,
      timed: r.minutes === null ? h.timed : timedBoth(h.timed, timedOf([r.minutes])),
      done: h.done + (r.outcome === 'not-needed' ? 0 : 1),
      notNeeded: h.notNeeded + (r.outcome === 'not-needed' ? 1 : 0),
      differs: r.outcome === 'differs' ? [...h.differs, r.words] : h.differs,
      broken: {
        ...h.broken,
        ...Object.fromEntries(Object.entries(r.fasteners).map(([g, b]) => [g, added(h.broken[g], b)])),
      },
    });
  }
  return [...byStep.values()];
}
