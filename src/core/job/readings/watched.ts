import type { JobRecord, SwapRecord } from '../fold';

/** The entry by which somebody watched the light of just the lamps that are chosen now; null: nobody has. */
export function watchedNow(swap: SwapRecord, record: Pick<JobRecord, 'watched'>) {
  const lamps = swap.choice?.event.body.lamps;
  const e = record.watched.get(swap.id)?.event;
  return lamps && e && Object.entries(lamps).every(([p, ref]) => e.body.lamps[p] === ref.id) ? e : null;
}
