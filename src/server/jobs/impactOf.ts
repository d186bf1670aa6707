import { contextOf } from '@/core/job';
import { type Impact, ruleImpact } from '@/core/fitment';
import type { Application, ShelfFault } from '@/core/catalogue';
import { rowFaults } from '@/formats/shelf';
import type { Database } from '../db/connection';
import { shelfRowsById } from '../shelf/loadShelf';
import { newestInWork } from './jobLists';
import { loadJobs } from './loadJob';

/** Open jobs that are judged again for a changed rule, at most. */
const JOBS = 200;

/** Which open jobs' verdicts would change if an application were saved as given; nothing is saved. */
export async function impactOf(
  db: Database,
  shopId: string,
  body: unknown,
): Promise<
  | { readonly kind: 'impact'; readonly changes: readonly Impact[] }
  | { readonly kind: 'faults'; readonly faults: readonly ShelfFault[] }
> {
  const faults = rowFaults('application', body);
  if (faults.length > 0) return { kind: 'faults', faults };
  const after = body as Application;
  const [before] = await shelfRowsById(db, shopId, 'application', [after.id]);
  const lamps = await shelfRowsById(db, shopId, 'lamp', [
    ...new Set([...Object.values(after.lamps), ...Object.values(before?.body.lamps ?? {})]),
  ]);
  const open = (await loadJobs(db, shopId, await newestInWork(db, shopId, JOBS))).filter(
    (j) => j.reading.record.locks.length === 0,
  );
  const swaps = open.flatMap((j) =>
    j.reading.record.swaps.map((s) => ({
      job: j.id,
      number: j.number,
      positions: s.positions,
      family: j.family,
      context: contextOf(j.reading, s.id),
      chosen: s.choice?.event.body.application.id ?? null,
    })),
  );
  return {
    kind: 'impact',
    changes: ruleImpact(swaps, before?.body ?? null, after, new Map(lamps.map((l) => [l.body.id, l.body]))),
  };
}
