import {
  type Aim,
  type Candidate,
  type LampHistory,
  type LookPlan,
  swapLooks,
  togetherHistory,
} from '@/core/fitment';
import { type ChoiceRevisions, wishesOf } from '@/core/job';
import type { Lamp } from '@/core/shelf';
import type { Database } from '../db/connection';
import { lampHistories } from '../shelf/histories';
import { stockOf } from '../shelf/stock';
import { choiceRevisions, fitBoard } from './fit';
import type { LoadedJob } from './loadJob';

/** What the Fit screen shows: the shortlist of every swap, what to look at next, and the rows they name. */
export async function fitData(db: Database, shopId: string, job: LoadedJob, aim: Aim, now: Date) {
  const shortlists: Record<string, readonly Candidate[]> = {};
  const looks: Record<string, LookPlan> = {};
  const lamps: Record<string, Lamp> = {};
  const revisions: Record<string, ChoiceRevisions> = {};
  const { record, facts, context } = job.reading;
  const untold = new Set(
    [...facts.values()].filter((f) => f.value === null && f.history.at(-1)?.value === null).map((f) => f.ref),
  );
  for (const swap of record.swaps) {
    const board = await fitBoard(db, shopId, job, swap.id);
    shortlists[swap.id] = board.candidates;
    const named = new Set(board.candidates.flatMap((c) => Object.values(c.judgement.lamps)));
    for (const { body } of board.lamps) if (named.has(body.id)) lamps[body.id] = body;
    revisions[swap.id] = await choiceRevisions(db, shopId, job, board);
    looks[swap.id] = swapLooks({
      applications: board.applications.map((a) => a.body),
      family: job.family,
      positions: swap.positions,
      lamps: new Map(Object.entries(lamps)),
      wishes: wishesOf(record),
      aim,
      untold,
      context,
    });
  }
  const known = await lampHistories(db, shopId, Object.keys(lamps), now);
  const histories: Record<string, LampHistory | null> = {};
  for (const { judgement: j } of Object.values(shortlists).flat())
    histories[j.application] = togetherHistory([...new Set(Object.values(j.lamps))].map((l) => known.get(l)));
  return {
    shortlists,
    looks,
    aim,
    lamps,
    histories,
    revisions,
    stock: await stockOf(db, shopId),
    parts: Object.fromEntries(job.parts.map((p) => [p.body.id, p.body])),
    profiles: job.profiles,
  };
}
