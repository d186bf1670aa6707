import { and, eq, inArray } from 'drizzle-orm';
import {
  type AnyEvent,
  type AnyStoredEvent,
  type EventBodies,
  type EventType,
  type OpenItem,
  type StripReading,
  type SwapRecord,
} from '@/core/job';
import { suits } from '@/core/shelf';
import { positionKey } from '@/core/vehicle';
import { type Actor, EVENT_PERMISSION, may } from '../access';
import { hasPhoto } from '../photos/photos';
import type { Database, Transaction } from '../db/connection';
import { job, jobEvent } from '../db/schema';
import { sameJson } from '../sameJson';
import { loadJob, type LoadedJob } from './loadJob';
import { storedEvent } from './storedEvent';

/** What became of one event. `kept` and `known` both mean: it is on disk, once. */
export interface EventOutcome {
  readonly id: string;
  readonly outcome: 'kept' | 'known' | 'conflict' | 'refused';
  /** Why it was refused: a code of the message catalogue. */
  readonly code?: string;
}

type Tx = Transaction;

/**
 * Takes events of one job in. Each is judged by itself: an event that was taken in before answers the same again,
 * the same id with another body is a conflict and changes nothing, and a refused event keeps none of the others out.
 */
export async function appendEvents(
  db: Database,
  actor: Actor,
  jobId: string,
  events: readonly AnyEvent[],
  now: Date,
): Promise<readonly EventOutcome[]> {
  return db.transaction((tx) => appendIn(tx, actor, jobId, events, now));
}

/** The same inside a transaction of the caller's. Holds other writers of this job off until it ends. */
export async function appendIn(
  tx: Tx,
  actor: Actor,
  jobId: string,
  events: readonly AnyEvent[],
  now: Date,
): Promise<readonly EventOutcome[]> {
  const [row] = await tx
    .select({ lastSeq: job.lastSeq })
    .from(job)
    .where(and(eq(job.shopId, actor.shopId), eq(job.id, jobId)))
    .for('update');
  if (!row) return events.map((e) => ({ id: e.id, outcome: 'refused', code: 'no-such-job' }));
  let seq = row.lastSeq;
  let releasedSeq: number | undefined;
  const outcomes: EventOutcome[] = [];
  for (const event of events) {
    const known = await storedTwin(tx, actor.shopId, event.id);
    if (known) {
      outcomes.push({ id: event.id, outcome: sameEvent(known, event) ? 'known' : 'conflict' });
      continue;
    }
    const refusal = await refusalOf(tx, actor, event, now);
    if (refusal) {
      outcomes.push({ id: event.id, outcome: 'refused', code: refusal });
      continue;
    }
    seq += 1;
    await tx.insert(jobEvent).values({
      shopId: actor.shopId,
      id: event.id,
      jobId,
      seq,
      type: event.type,
      v: event.v,
      at: event.at,
      device: event.device,
      deviceSeq: event.deviceSeq,
      userId: actor.userId,
      body: event.body as unknown as Record<string, unknown>,
    });
    if (event.type === 'release-locked') releasedSeq = seq;
    outcomes.push({ id: event.id, outcome: 'kept' });
  }
  if (seq !== row.lastSeq)
    await tx
      .update(job)
      .set({ lastSeq: seq, releasedSeq })
      .where(and(eq(job.shopId, actor.shopId), eq(job.id, jobId)));
  return outcomes;
}

async function storedTwin(tx: Tx, shopId: string, id: string): Promise<AnyStoredEvent | null> {
  const [row] = await tx
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), inArray(jobEvent.id, [id])));
  return row ? storedEvent(row) : null;
}

function sameEvent(a: AnyEvent, b: AnyEvent): boolean {
  const pick = ({ id, job: of, type, v, at, device, deviceSeq, user, body }: AnyEvent) => ({
    id,
    of,
    type,
    v,
    at,
    device,
    deviceSeq,
    user,
    body,
  });
  return sameJson(pick(a), pick(b));
}

const DAY_MS = 86_400_000;

/** Taken in whatever the job says: a promise, a wish, and counts, which are never refused. */
const UNJUDGED: ReadonlySet<EventType> = new Set(['item-raised', 'wishes-stated', 'fastener-counted']);

/** Why an event may not be taken in; null when it may. */
async function refusalOf(tx: Tx, actor: Actor, event: AnyEvent, now: Date): Promise<string | null> {
  if (!may(actor.role, EVENT_PERMISSION[event.type])) return 'not-allowed';
  if (Date.parse(event.at) > now.getTime() + DAY_MS) return 'clock-ahead';
  if (UNJUDGED.has(event.type)) return null;
  const loaded = await loadJob(tx, actor.shopId, event.job);
  if (!loaded) return 'no-such-job';
  const positions = new Set(loaded.positions);
  switch (event.type) {
    case 'fact-stated': {
      const key = loaded.registry.find(event.body.key);
      if (!key) return 'unknown-fact';
      if (event.body.subject !== 'vehicle' && !positions.has(event.body.subject)) return 'unknown-position';
      if ((key.subject === 'vehicle') !== (event.body.subject === 'vehicle')) return 'wrong-subject';
      if (!key.sources.includes(event.body.source)) return 'wrong-source';
      return event.body.value === null || suits(key, event.body.value) ? null : 'value-unsuited';
    }
    case 'as-found':
      return positions.has(event.body.position) ? null : 'unknown-position';
    case 'modification-noted':
      return event.body.position === undefined || positions.has(event.body.position)
        ? null
        : 'unknown-position';
    case 'swap-opened':
      return swapRefusal(loaded.reading.record.swaps, event.body.positions, positions);
    case 'plug-recorded': {
      const { position, plug } = event.body;
      const here = loaded.family.plugs?.some((p) => p.id === plug && positionKey(p.position) === position);
      return here ? null : 'no-such-plug';
    }
    case 'feed-chosen': {
      const { swap, does } = event.body;
      const wirings = loaded.reading.checks.find((c) => c.swap.id === swap)?.wiring ?? [];
      if (!wirings.some((w) => w.feeds.some((f) => f.does === does) || w.undecided.includes(does)))
        return 'no-feed-wanted';
      const { source } = event.body;
      const matter = loaded.reading.checks
        .find((c) => c.swap.id === swap)
        ?.feeds.find((f) => f.does === does);
      return source && !matter?.candidates.some((c) => sameJson(c.source, source)) ? 'no-such-source' : null;
    }
    case 'wire-decided':
      return decisionRefusal(loaded, event.body);
    case 'pins-set': {
      const { position, lamp, pins } = event.body;
      const w = wiringAt(loaded, position, lamp);
      if (!w?.map) return 'no-such-lamp';
      const lampEnds = new Set(w.lamp.plugs?.flatMap((p) => p.inputs.map((i) => `${p.id}/${i.cavity}`)));
      const ends = new Set(w.vehiclePlugs.flatMap((p) => p.cavities.map((c) => `${p.id}/${c.cavity}`)));
      return Object.entries(pins).every(([to, from]) => lampEnds.has(to) && (from === null || ends.has(from)))
        ? null
        : 'no-such-cavity';
    }
    case 'check-read': {
      const { position, lamp, check, value } = event.body;
      const c = wiringAt(loaded, position, lamp)?.checks;
      const ring = c?.ring.some((l) => l.id === check);
      if (!ring && !c?.probes.some((l) => l.step.id === check)) return 'no-such-check';
      return value === null && !ring ? 'value-unsuited' : null;
    }
    case 'figure-noted':
      return event.body.position === undefined || positions.has(event.body.position)
        ? null
        : 'unknown-position';
    case 'bench-read': {
      const { position, lamp, step } = event.body;
      const wirings = loaded.reading.checks.flatMap((c) => c.wiring);
      const here = wirings.find((w) => w.position === position && w.lamp.id === lamp);
      return here?.bench.some((l) => l.step.id === step) ? null : 'no-such-bench-step';
    }
    case 'sheet-chosen':
      return sheetRefusal(loaded.reading.strip, event.body);
    case 'step-ticked': {
      const { step, way } = event.body;
      return loaded.reading.strip[way].some((l) => l.step.id === step) ? null : 'no-such-step';
    }
    case 'proof-seen': {
      const { position, lamp, step, seen } = event.body;
      const line = loaded.reading.checks.flatMap((c) => c.proofs).find((p) => p.id === step);
      const here = line?.lamps.find((l) => l.position === position && l.lamp === lamp);
      return here && Object.keys(seen).every((does) => here.cells.some((c) => c.cell.does === does))
        ? null
        : 'no-such-proof';
    }
    case 'quote-agreed':
    case 'part-moved': {
      const orders = loaded.reading.checks.find((c) => c.swap.id === event.body.swap)?.orders;
      if (!orders) return 'no-lamp-chosen';
      if (event.type === 'quote-agreed') return orders.quote.total ? null : 'no-price';
      return orders.procured.some((p) => p.id === event.body.part) ? null : 'no-such-part';
    }
    case 'box-checked': {
      const boxes = loaded.reading.checks.flatMap((c) => c.orders?.boxes ?? []);
      const { position, lamp } = event.body;
      return boxes.some((b) => b.position === position && b.lamp === lamp) ? null : 'no-such-box';
    }
    case 'photo-added':
      if (event.body.position !== undefined && !positions.has(event.body.position)) return 'unknown-position';
      return (await hasPhoto(tx, actor.shopId, event.body.photo)) ? null : 'no-such-photo';
    case 'warranty-linked':
      return warrantyRefusal(tx, actor.shopId, loaded, event.body);
    case 'item-closed':
      return closingRefusal(actor, loaded.reading.items, event.body);
    case 'void':
      return voidRefusal(actor, loaded, event.body.target);
    default:
      return null;
  }
}

const wiringAt = (loaded: LoadedJob, position: string, lamp: string) =>
  loaded.reading.checks.flatMap((c) => c.wiring).find((w) => w.position === position && w.lamp.id === lamp);

/** *Setting*: no leg of a vehicle is longer, mm. */
const LONGEST_LEG_MM = 60_000;

/** A choice must be about something that the wiring asks, and be one of its answers. */
function decisionRefusal(loaded: LoadedJob, body: EventBodies['wire-decided']): string | null {
  const check = loaded.reading.checks.find((c) => c.swap.id === body.swap);
  if (!check) return 'no-lamp-chosen';
  const { modes, cures } = check.matters;
  if (modes.some((m) => m.matter === body.matter))
    return body.choice === 'open' || body.choice === 'closed' ? null : 'value-unsuited';
  const cure = cures.find((c) => c.matter === body.matter);
  if (cure) return cure.options.some((o) => o.cure === body.choice) ? null : 'value-unsuited';
  if (check.wiring.some((w) => body.matter === `adapters/${w.position}`)) {
    const adapters = new Set(loaded.parts.flatMap((p) => (p.body.adapter ? [p.body.id] : [])));
    const known = body.choice === 'none' || body.choice.split('+').every((p) => adapters.has(p));
    return known ? null : 'value-unsuited';
  }
  if (check.wiring.some((w) => body.matter === `route/${w.position}`))
    return /^[1-9]\d{0,4}$/.test(body.choice) && Number(body.choice) <= LONGEST_LEG_MM
      ? null
      : 'value-unsuited';
  return 'no-such-matter';
}

function swapRefusal(
  swaps: readonly SwapRecord[],
  wanted: readonly string[],
  positions: ReadonlySet<string>,
): string | null {
  if (wanted.some((p) => !positions.has(p))) return 'unknown-position';
  return swaps.some((s) => s.positions.some((p) => wanted.includes(p))) ? 'position-in-other-swap' : null;
}

/** Another way may be taken only while nothing of this one is done: what is apart must find its way back. */
function sheetRefusal(strip: StripReading, body: EventBodies['sheet-chosen']): string | null {
  const use = strip.uses.find((u) => u.swap === body.swap);
  if (!use?.candidates.some((c) => c.sheet.id === body.sheet)) return 'no-such-sheet';
  const mine = new Set(use.sheet?.steps.map((s) => s.id));
  const begun = [...strip.out, ...strip.back].some((l) => l.tick !== null && mine.has(l.step.step.id));
  return begun && use.sheet?.id !== body.sheet ? 'sheet-in-use' : null;
}

function closingRefusal(
  actor: Actor,
  items: readonly OpenItem[],
  body: { item: string; how: string },
): string | null {
  const item = items.find((i) => i.id === body.item);
  if (!item) return 'no-such-item';
  if (item.closed) return 'item-closed-already';
  if (item.closableBy === 'nobody') return 'closes-by-itself';
  if (may(actor.role, 'close-any-item')) return null;
  if (body.how === 'handed-over' || item.closableBy === 'lead') return 'lead-only';
  const mine = item.closableBy === 'anyone' || may(actor.role, 'work-at-vehicle');
  return mine ? null : 'technician-only';
}

/** The earlier job must be another of the same vehicle that fitted those lamps. */
async function warrantyRefusal(
  tx: Tx,
  shopId: string,
  loaded: LoadedJob,
  body: EventBodies['warranty-linked'],
): Promise<string | null> {
  if (body.earlier === loaded.id) return 'no-such-job';
  const earlier = await loadJob(tx, shopId, body.earlier);
  if (!earlier || earlier.vehicle.id !== loaded.vehicle.id) return 'other-vehicle';
  const fitted = earlier.reading.checks.flatMap((c) =>
    Object.values(c.swap.choice?.event.body.lamps ?? {}).map((l) => l.id),
  );
  return body.lamps.every((l) => fitted.includes(l)) ? null : 'no-such-lamp';
}

const NOT_VOIDABLE = new Set(['job-opened', 'release-locked', 'void']);

function voidRefusal(actor: Actor, loaded: LoadedJob, target: string): string | null {
  const event = loaded.reading.record.standing.find((e) => e.id === target);
  if (!event) return 'nothing-to-undo';
  if (NOT_VOIDABLE.has(event.type)) return 'cannot-be-undone';
  return event.user === actor.userId || actor.role === 'lead' ? null : 'not-your-own';
}
