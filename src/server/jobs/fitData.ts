import type { Candidate } from '@/core/fitment';
import type { Lamp } from '@/core/shelf';
import type { Database } from '../db/connection';
import { fitBoard } from './fit';
import type { LoadedJob } from './loadJob';

/** What the Fit screen shows: the shortlist of every swap and the rows they name. */
export async function fitData(db: Database, shopId: string, job: LoadedJob) {
  const shortlists: Record<string, readonly Candidate[]> = {};
  const lamps: Record<string, Lamp> = {};
  for (const swap of job.reading.record.swaps) {
    const board = await fitBoard(db, shopId, job, swap.id);
    shortlists[swap.id] = board.candidates;
    const named = new Set(board.candidates.flatMap((c) => Object.values(c.judgement.lamps)));
    for (const { body } of board.lamps) if (named.has(body.id)) lamps[body.id] = body;
  }
  return {
    shortlists,
    lamps,
    parts: Object.fromEntries(job.parts.map((p) => [p.body.id, p.body])),
    profiles: job.profiles,
  };
}
