import type { AnyEvent } from '@/core/job';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { appendEvents, type EventOutcome } from './appendEvents';
import { type Fault, parseEvent } from './eventForm';

export interface TakenIn {
  readonly status: 200 | 400 | 409 | 422;
  readonly answer:
    | { readonly outcomes: readonly EventOutcome[] }
    | { readonly code: string; readonly faults: readonly Fault[] };
}

const MAX_EVENTS = 500;

/**
 * Takes a batch in. Malformed events keep the whole batch out (400, each fault by path); well-formed ones are judged
 * one by one: 200 when all are on disk, 409 when an id was used for another body, 422 when one was refused.
 */
export async function takeInEvents(db: Database, actor: Actor, text: string, now: Date): Promise<TakenIn> {
  const bad = (path: string, message: string): TakenIn => ({
    status: 400,
    answer: { code: 'malformed', faults: [{ path, message }] },
  });
  let sent: unknown;
  try {
    sent = JSON.parse(text);
  } catch {
    return bad('', 'is not JSON');
  }
  const list = sent !== null && typeof sent === 'object' && 'events' in sent ? sent.events : undefined;
  if (!Array.isArray(list) || list.length === 0)
    return bad('events', 'must be a list with at least one event');
  if (list.length > MAX_EVENTS) return bad('events', `must be at most ${MAX_EVENTS}`);
  const parsed = list.map((e: unknown) => parseEvent(e));
  const faults = parsed.flatMap((p, i) =>
    p.kind === 'faults' ? p.faults.map((f) => ({ path: `events[${i}].${f.path}`, message: f.message })) : [],
  );
  if (faults.length > 0) return { status: 400, answer: { code: 'malformed', faults } };
  const events = parsed.flatMap((p) =>
    p.kind === 'event' ? [{ ...p.event, user: actor.userId } as AnyEvent] : [],
  );
  const outcomes: EventOutcome[] = [];
  for (const job of new Set(events.map((e) => e.job))) {
    outcomes.push(
      ...(await appendEvents(
        db,
        actor,
        job,
        events.filter((e) => e.job === job),
        now,
      )),
    );
  }
  const status = outcomes.some((o) => o.outcome === 'conflict')
    ? 409
    : outcomes.some((o) => o.outcome === 'refused')
      ? 422
      : 200;
  return { status, answer: { outcomes } };
}
