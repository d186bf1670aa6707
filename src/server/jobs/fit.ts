import { type Candidate, indexShelf, shortlist } from '@/core/fitment';
import {
  type AnyEvent,
  type BodyOf,
  type ChoiceRevisions,
  contextOf,
  EVENT_KINDS,
  handLamps,
  lampChoice,
  wishesOf,
} from '@/core/job';
import type { Application } from '@/core/catalogue';
import type { Actor } from '../access';
import type { Database, Transaction } from '../db/connection';
import { applicationsFor, type Revised, sheetsOfFamily, shelfRowsById } from '../shelf/loadShelf';
import { appendEvents, type EntryOutcome } from './appendEvents';
import type { Envelope } from './envelope';
import { loadJob, type LoadedJob } from './loadJob';

export interface FitBoard {
  readonly candidates: readonly Candidate[];
  readonly applications: readonly Revised<'application'>[];
  readonly lamps: readonly Revised<'lamp'>[];
}

/** The shortlist of a swap on the shop's shelf as it stands now. */
export async function fitBoard(
  db: Database | Transaction,
  shopId: string,
  loaded: LoadedJob,
  swapId: string,
): Promise<FitBoard> {
  const swap = loaded.reading.record.swaps.find((s) => s.id === swapId);
  if (!swap) return { candidates: [], applications: [], lamps: [] };
  const described = handLamps(loaded.reading.record, loaded.family.id);
  const onShelf = await applicationsFor(db, shopId, loaded.family.id);
  const lampRows = await shelfRowsById(db, shopId, 'lamp', lampIds(onShelf.map((a) => a.body)));
  // Lamps that only this job knows stand beside those of the shelf.
  const applications = [...onShelf, ...described.map((r) => ({ rev: 0, body: r.application }))];
  const lamps = [...lampRows, ...described.map((r) => ({ rev: 0, body: r.lamp }))];
  const index = indexShelf({ lamps: lamps.map((l) => l.body), families: [], applications: [] });
  const { record } = loaded.reading;
  const context = contextOf(loaded.reading, swapId);
  const bodies = applications.map((a) => a.body);
  return {
    candidates: shortlist(bodies, loaded.family, swap.positions, index.lamps, wishesOf(record), context),
    applications,
    lamps,
  };
}

function lampIds(applications: readonly Application[]): readonly string[] {
  return [...new Set(applications.flatMap((a) => Object.values(a.lamps)))];
}

/**
 * Revisions of everything that a choice from a shortlist would stand on.
 * @param sheets all step sheets of the vehicle line
 */
export function choiceRevisions(
  loaded: LoadedJob,
  board: FitBoard,
  sheets: readonly Revised<'step-sheet'>[],
): ChoiceRevisions {
  const revs = (rows: readonly { readonly rev: number; readonly body: { readonly id: string } }[]) =>
    Object.fromEntries(rows.map((r) => [r.body.id, r.rev]));
  const needed = new Set(board.candidates.flatMap((c) => c.judgement.parts.map((p) => p.part)));
  return {
    applications: Object.fromEntries(
      board.applications.map(({ body, rev }) => [
        body.id,
        {
          rev,
          sheets: sheets
            .filter((s) => s.body.role === body.role && s.body.end === body.end)
            .map((s) => ({ id: s.body.id, rev: s.rev })),
        },
      ]),
    ),
    lamps: revs(board.lamps),
    parts: revs(loaded.parts.filter((p) => needed.has(p.body.id))),
  };
}

export interface ChooseLampInput extends Envelope {
  readonly job: string;
  readonly swap: string;
  readonly application: string;
  readonly after: readonly string[];
  readonly override: BodyOf<'lamp-chosen'>['override'] | null;
}

/**
 * Chooses a lamp of the shortlist as it stands now and keeps the entry, as a screen does: for bundles of jobs and for
 * tests. `not-taken`: the shortlist has no such lamp.
 */
export async function chooseLamp(
  db: Database,
  actor: Actor,
  input: ChooseLampInput,
  now: Date,
): Promise<EntryOutcome> {
  const { id, at, device, deviceSeq, job, swap, application, after, override } = input;
  const loaded = await loadJob(db, actor.shopId, job);
  const board = loaded && (await fitBoard(db, actor.shopId, loaded, swap));
  const judgement = board?.candidates.find((c) => c.judgement.application === application)?.judgement;
  if (!loaded || !board || !judgement) return { id, outcome: 'not-taken', code: 'no-such-application' };
  const sheets = await sheetsOfFamily(db, actor.shopId, loaded.family.id);
  const revisions = choiceRevisions(loaded, board, sheets);
  const event: AnyEvent = {
    id,
    job,
    type: 'lamp-chosen',
    v: EVENT_KINDS['lamp-chosen'].v,
    at,
    device,
    deviceSeq,
    user: actor.userId,
    body: { ...lampChoice(swap, judgement, revisions, override), after },
  };
  const [outcome] = await appendEvents(db, actor, job, [event], now);
  return outcome ?? { id, outcome: 'not-taken' };
}
