import * as yup from 'yup';
import { type Candidate, indexShelf, shortlist } from '@/core/fitment';
import { type AnyEvent, type EventBodies, EVENT_VERSION, type RowRef, wishesOf } from '@/core/job';
import type { Application, Lamp } from '@/core/shelf';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { applicationsFor, type Revised, sheetsFor, shelfRowsById } from '../shelf/loadShelf';
import { appendIn, type EventOutcome } from './appendEvents';
import { ENVELOPE } from './eventForm';
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
  const applications = await applicationsFor(db, shopId, loaded.family.id);
  const lamps = await shelfRowsById(db, shopId, 'lamp', lampIds(applications.map((a) => a.body)));
  const index = indexShelf({ lamps: lamps.map((l) => l.body), families: [], applications: [] });
  const { record, context } = loaded.reading;
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

export const chooseLampForm = yup
  .object({
    ...ENVELOPE,
    job: yup.string().required(),
    swap: yup.string().required(),
    application: yup.string().required(),
    basis: yup.string().nullable().defined(),
    override: yup
      .object({
        words: yup.string().trim().required('wants-reason').max(2000),
        consent: yup.string().trim().required('wants-consent').max(2000),
      })
      .nullable()
      .default(null),
  })
  .required();
export type ChooseLampInput = yup.InferType<typeof chooseLampForm>;

/**
 * Chooses a lamp for a swap: judges it here and now, pins the revisions of everything it stands on, writes the
 * parts list. A verdict of *check first* or *does not fit* needs a lead's override with reason and consent.
 */
export async function chooseLamp(
  db: Database,
  actor: Actor,
  input: ChooseLampInput,
  now: Date,
): Promise<EventOutcome> {
  return db.transaction(async (tx) => {
    const refuse = (code: string): EventOutcome => ({ id: input.id, outcome: 'refused', code });
    const loaded = await loadJob(tx, actor.shopId, input.job);
    if (!loaded) return refuse('no-such-job');
    const stored = loaded.reading.record.standing.find((e) => e.id === input.id);
    if (stored)
      return {
        id: input.id,
        outcome:
          stored.type === 'lamp-chosen' && stored.body.application.id === input.application
            ? 'known'
            : 'conflict',
      };
    const board = await fitBoard(tx, actor.shopId, loaded, input.swap);
    const judgement = board.candidates.find((c) => c.judgement.application === input.application)?.judgement;
    const application = board.applications.find((a) => a.body.id === input.application);
    if (!judgement || !application) return refuse('no-such-application');
    const settled = judgement.verdict === 'fits' || judgement.verdict === 'fits-with-parts';
    if (!settled && !input.override) return refuse('override-needed');
    if (!settled && !may(actor.role, 'override-verdict')) return refuse('lead-only');
    const refOf = (lamps: readonly { rev: number; body: Pick<Lamp, 'id'> }[], id: string): RowRef => ({
      id,
      rev: lamps.find((l) => l.body.id === id)?.rev ?? 0,
    });
    const body: EventBodies['lamp-chosen'] = {
      swap: input.swap,
      application: { id: application.body.id, rev: application.rev },
      lamps: Object.fromEntries(
        Object.entries(judgement.lamps).map(([position, id]) => [position, refOf(board.lamps, id)]),
      ),
      parts: judgement.parts.map((p) => ({
        ...refOf(loaded.parts, p.part),
        quantity: p.quantity,
        certain: p.certain,
      })),
      verdict: judgement.verdict,
      road: judgement.road.mark,
      sheets: (await sheetsFor(tx, actor.shopId, loaded.family.id, application.body)).map((s) => ({
        id: s.body.id,
        rev: s.rev,
      })),
      ...(input.override && !settled ? { override: input.override } : {}),
      basis: input.basis,
    };
    const event = {
      id: input.id,
      job: input.job,
      type: 'lamp-chosen',
      v: EVENT_VERSION,
      at: input.at,
      device: input.device,
      deviceSeq: input.deviceSeq,
      user: actor.userId,
      body,
    } as AnyEvent;
    const [outcome] = await appendIn(tx, actor, input.job, [event], now);
    return outcome ?? refuse('no-such-job');
  });
}
