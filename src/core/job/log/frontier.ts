import { compareText } from '../../kernel/reason';
import type { Stored, TypeLog } from '../events/kind';

/** Order of a job's history on every device: by hybrid clock, then id; never by arrival. */
export function compareEvents(a: { at: string; id: string }, b: { at: string; id: string }): number {
  return compareText(a.at, b.at) || compareText(a.id, b.id);
}

/** A value of which one entry shows. `rivals` were written without knowledge of it: shown, never lost. */
export interface Latest<E> {
  readonly event: E;
  readonly rivals: readonly E[];
}

type Seeing = Stored<{ readonly after: readonly string[] }>;

/**
 * What stands of one value: the standing entries that no other standing entry has seen. Seen is transitive, through
 * voided entries too; an id that is not there is passed over. Entries that have seen one another (clocks and ids
 * permit it, people do not) count as not seen by each other, so that a value with a standing entry always shows one.
 * @param all every entry of the value, any order
 * @returns the heads, latest first by (hybrid clock, id); empty where nothing stands
 */
export function heads<E extends Seeing>(
  all: readonly E[],
  stands: (e: E) => boolean,
): readonly [E, ...E[]] | readonly [] {
  const byId = new Map(all.map((e) => [e.id, e]));
  const standing = all.filter(stands).sort(compareEvents);
  const seen = walk(
    standing.flatMap((e) => e.body.after),
    byId,
  );
  const unseen = standing.filter((e) => {
    if (!seen.has(e.id)) return true;
    // Somebody saw it. Only where it saw itself (a ring) may those be just the ones that it saw too.
    const own = walk(e.body.after, byId);
    return (
      own.has(e.id) &&
      standing.every((by) => by === e || own.has(by.id) || !walk(by.body.after, byId).has(e.id))
    );
  });
  return unseen.reverse() as readonly E[] as readonly [E, ...E[]] | readonly [];
}

/** Ids of all entries that are reached from some by what they saw. */
function walk(from: readonly string[], byId: ReadonlyMap<string, Seeing>): ReadonlySet<string> {
  const reached = new Set<string>();
  const open = [...from];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const e = byId.get(id);
    if (!e || reached.has(id)) continue;
    reached.add(id);
    open.push(...e.body.after);
  }
  return reached;
}

/** Each value of a type with the entry that shows and its rivals; voided values are out. */
export function latestBy<B extends { readonly after: readonly string[] }, K extends string>(
  log: TypeLog<B>,
  key: (body: B) => K,
): ReadonlyMap<K, Latest<Stored<B>>> {
  const stands = new Set(log.standing.map((e) => e.id));
  const groups = new Map<K, Stored<B>[]>();
  for (const e of log.all) {
    const k = key(e.body);
    const list = groups.get(k);
    if (list) list.push(e);
    else groups.set(k, [e]);
  }
  const result = new Map<K, Latest<Stored<B>>>();
  for (const [k, list] of groups) {
    const [event, ...rivals] = heads(list, (e) => stands.has(e.id));
    if (event) result.set(k, { event, rivals: rivals.reverse() });
  }
  return result;
}

/** The one value of a type that has only one. */
export function latestOf<B extends { readonly after: readonly string[] }>(
  log: TypeLog<B>,
): Latest<Stored<B>> | null {
  return latestBy(log, () => '').get('') ?? null;
}

/** Ids that an entry meant to replace a value has to name: all that stand of it, newest first, at most so many. */
export function afterOf(latest: Latest<{ readonly id: string }> | null | undefined, most: number): string[] {
  return latest ? [latest.event.id, ...[...latest.rivals].reverse().map((r) => r.id)].slice(0, most) : [];
}
