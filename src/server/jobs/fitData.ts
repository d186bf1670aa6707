import {
  type Aim,
  type Candidate,
  type LampHistory,
  type LookPlan,
  swapLooks,
  togetherHistory,
} from '@/core/fitment';
import {
  type ChoiceRevisions,
  contextOf,
  type JobReading,
  type JobRecord,
  NO_ROWS,
  packParts,
  type ShelfSlice,
  wishesOf,
} from '@/core/job';
import type { Lamp, Part } from '@/core/catalogue';
import { type FactKey, factRef, type FactRef, UNKNOWN_PLUG } from '@/core/vehicle';
import type { Database } from '../db/connection';
import { lampHistories } from '../shelf/histories';
import { stockOf } from '../shelf/stock';
import { type Revised, sheetsOfFamily } from '../shelf/loadShelf';
import { choiceRevisions, type FitBoard, fitBoard } from './fit';
import type { LoadedJob } from './loadJob';

/** What the Fit screen shows: the shortlist of every swap, what to look at next, and the rows they name. */
export async function fitData(db: Database, shopId: string, job: LoadedJob, aim: Aim, now: Date) {
  const fit = await shortlists(db, shopId, job, aim);
  const [known, stock] = await Promise.all([
    lampHistories(db, shopId, Object.keys(fit.lamps), now),
    stockOf(db, shopId),
  ]);
  const histories: Record<string, LampHistory | null> = {};
  for (const { judgement: j } of Object.values(fit.shortlists).flat())
    histories[j.application] = togetherHistory([...new Set(Object.values(j.lamps))].map((l) => known.get(l)));
  return { ...fit, histories, stock };
}

type Shortlists = Awaited<ReturnType<typeof workOut>>;
const worked = new WeakMap<JobReading, Map<Aim, Promise<Shortlists>>>();

/** Hangs on the reading and the shelf that it was read with: worked out once for as long as the reading is kept. */
function shortlists(db: Database, shopId: string, job: LoadedJob, aim: Aim): Promise<Shortlists> {
  const byAim = worked.get(job.reading) ?? new Map<Aim, Promise<Shortlists>>();
  worked.set(job.reading, byAim);
  const known = byAim.get(aim) ?? workOut(db, shopId, job, aim);
  byAim.set(aim, known);
  // What failed is tried again.
  known.catch(() => byAim.delete(aim));
  return known;
}

async function workOut(db: Database, shopId: string, job: LoadedJob, aim: Aim) {
  const shortlists: Record<string, readonly Candidate[]> = {};
  const looks: Record<string, LookPlan> = {};
  const lamps: Record<string, Lamp> = {};
  const revisions: Record<string, ChoiceRevisions> = {};
  let rows: ShelfSlice = NO_ROWS;
  const { record, facts, context } = job.reading;
  const untold = new Set(
    [...facts.values()]
      .filter((f) => (f.value === null && f.history.at(-1)?.value === null) || f.value === UNKNOWN_PLUG)
      .map((f) => f.ref),
  );
  for (const ref of notToBeSeen(record, context.registry.list)) untold.add(ref);
  const sheets = await sheetsOfFamily(db, shopId, job.family.id);
  for (const swap of record.swaps) {
    const board = await fitBoard(db, shopId, job, swap.id);
    shortlists[swap.id] = board.candidates;
    const named = new Set(board.candidates.flatMap((c) => Object.values(c.judgement.lamps)));
    for (const { body } of board.lamps) if (named.has(body.id)) lamps[body.id] = body;
    revisions[swap.id] = choiceRevisions(job, board, sheets);
    rows = joined(rows, slice(job, board, sheets));
    looks[swap.id] = swapLooks({
      applications: board.applications.map((a) => a.body),
      family: job.family,
      positions: swap.positions,
      lamps: new Map(Object.entries(lamps)),
      wishes: wishesOf(record),
      aim,
      untold,
      context: contextOf(job.reading, swap.id),
    });
  }
  return {
    shortlists,
    looks,
    aim,
    lamps,
    revisions,
    rows,
    parts: namedParts(job, Object.values(shortlists).flat()),
    profiles: job.profiles,
  };
}

/** Looks at a lamp that is lit or operated, where there is no lamp any more. */
const AT_THE_LAMP = new Set(['lamp-lit', 'operate-lamp']);

/** Facts that nobody can look at because the lamp is missing: asking for them would be asking for nothing. */
function notToBeSeen(record: JobRecord, keys: readonly FactKey[]): readonly FactRef[] {
  const missing = [...record.asFound].flatMap(([at, l]) =>
    l.event.body.found.includes('missing') ? [at] : [],
  );
  const lit = keys.filter((k) => k.subject === 'position' && AT_THE_LAMP.has(k.look?.id ?? ''));
  return missing.flatMap((at) => lit.map((k) => factRef(k.id, at)));
}

/** The parts that a shortlist or the job itself names, by id: a shelf has many more. */
function namedParts(job: LoadedJob, list: readonly Candidate[]): Readonly<Record<string, Part>> {
  const here = packParts(job.pack.parts, job.reading).map((p) => p.id);
  const named = new Set([...here, ...list.flatMap((c) => c.judgement.parts.map((p) => p.part))]);
  return Object.fromEntries(job.pack.parts.flatMap((p) => (named.has(p.id) ? [[p.id, p]] : [])));
}

/** *Setting*: so many of a shortlist go to the device with all their rows. */
const LENT_MAX = 20;

/** The rows that a choice of the first of a shortlist would pin. */
function slice(job: LoadedJob, board: FitBoard, sheets: readonly Revised<'step-sheet'>[]): ShelfSlice {
  const first = board.candidates.slice(0, LENT_MAX).map((c) => c.judgement);
  const named = (ids: readonly string[]) => {
    const set = new Set(ids);
    return <R extends { readonly body: { readonly id: string } }>(row: R) => set.has(row.body.id);
  };
  const applications = board.applications.filter(named(first.map((j) => j.application)));
  const ends = new Set(applications.map((a) => `${a.body.role} ${a.body.end}`));
  return {
    applications,
    lamps: board.lamps.filter(named(first.flatMap((j) => Object.values(j.lamps)))),
    sheets: sheets.filter((s) => ends.has(`${s.body.role} ${s.body.end}`)),
    parts: job.parts.filter(named(first.flatMap((j) => j.parts.map((p) => p.part)))).map((p) => p.body),
  };
}

const joined = (a: ShelfSlice, b: ShelfSlice): ShelfSlice => ({
  applications: [...a.applications, ...b.applications],
  lamps: [...a.lamps, ...b.lamps],
  sheets: [...a.sheets, ...b.sheets],
  parts: [...a.parts, ...b.parts],
});
