import { factRef, type FactRef, splitFactRef } from '../kernel/ids';
import { compareText } from '../kernel/reason';
import { type FactKey, type FactSource, type FactValue, UNKNOWN_PLUG } from './factRegistry';
import type { PositionKey } from './positions';

/** `vehicle`, or the key of a position. */
export type FactSubject = 'vehicle' | PositionKey;
export { factRef, type FactRef, splitFactRef } from '../kernel/ids';

/** One thing that somebody said or read. `value: null` is a look that could not tell. */
export interface FactStatement {
  /** Id of the event, or of what it was derived from (`vin:model-year`). */
  readonly id: string;
  readonly key: string;
  readonly subject: FactSubject;
  readonly value: FactValue | null;
  readonly source: FactSource;
  readonly by: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  /** Of a plug that the shelf does not have: how many cavities it has. */
  readonly cavities?: number;
}

/** What is held to be true, with everything that was said about it. */
export interface ResolvedFact {
  readonly ref: FactRef;
  readonly key: string;
  readonly subject: FactSubject;
  /** null: unknown. */
  readonly value: FactValue | null;
  /** The statement that decides; absent while unknown. */
  readonly decidedBy?: FactStatement;
  /** Latest statements of other sources that say something else. Assumptions give way in silence. */
  readonly contradictedBy: readonly FactStatement[];
  /** All statements, oldest first. */
  readonly history: readonly FactStatement[];
}

function later(a: FactStatement, b: FactStatement): number {
  return compareText(a.at, b.at) || compareText(a.id, b.id);
}

/**
 * Resolves every fact from what was stated about it. The source that outweighs the others *for this key*
 * decides; within one source the newest statement does. A statement from a source that may not speak for the
 * key stays in the history and decides nothing. The order of input does not matter.
 * @param find the registry's lookup; an unknown key keeps its history and stays unknown
 */
export function resolveFacts(
  statements: readonly FactStatement[],
  find: (key: string) => FactKey | undefined,
): ReadonlyMap<FactRef, ResolvedFact> {
  const grouped = new Map<FactRef, FactStatement[]>();
  for (const s of statements) {
    const ref = factRef(s.key, s.subject);
    const list = grouped.get(ref);
    if (list) list.push(s);
    else grouped.set(ref, [s]);
  }
  const resolved = new Map<FactRef, ResolvedFact>();
  for (const [ref, list] of [...grouped].sort((a, b) => compareText(a[0], b[0]))) {
    resolved.set(ref, resolveOne(ref, list, find));
  }
  return resolved;
}

function resolveOne(
  ref: FactRef,
  list: readonly FactStatement[],
  find: (key: string) => FactKey | undefined,
): ResolvedFact {
  const { key, subject } = splitFactRef(ref);
  const order = find(key)?.sources ?? [];
  const history = [...list].sort(later);
  const latest = new Map<FactSource, FactStatement>();
  for (const s of history) if (s.value !== null && order.includes(s.source)) latest.set(s.source, s);
  const speaking = order.flatMap((source) => latest.get(source) ?? []);
  const decidedBy = speaking[0];
  if (!decidedBy) return { ref, key, subject, value: null, contradictedBy: [], history };
  const contradictedBy = speaking.filter((s) => s.value !== decidedBy.value && s.source !== 'assumed');
  return { ref, key, subject, value: decidedBy.value, decidedBy, contradictedBy, history };
}

/** Beside an unknown plug: somebody has seen it, and no adapter of the shelf is known to be right for it. */
export const offShelfRef = (ref: FactRef): FactRef => factRef('plug-off-shelf', splitFactRef(ref).subject);

/** The known facts alone, as the evaluator wants them: a plug that the shelf does not have tells it nothing. */
export function knownValues(facts: ReadonlyMap<FactRef, ResolvedFact>): ReadonlyMap<FactRef, FactValue> {
  const known = new Map<FactRef, FactValue>();
  for (const [ref, fact] of facts)
    if (fact.value === UNKNOWN_PLUG) known.set(offShelfRef(ref), true);
    else if (fact.value !== null) known.set(ref, fact.value);
  return known;
}
