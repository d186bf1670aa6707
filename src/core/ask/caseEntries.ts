import { lampAt } from '../fitment';
import { type AnyStoredEvent, type BodyOf, EVENT_KINDS, type EventType, kindOf } from '../job/events';
import { bodyFaults } from '../job/events/parse';
import { reason } from '../kernel/reason';
import type { Family } from '../catalogue/types';
import { type FactRegistry, type FactSource, type FactValue, positionKey, suits } from '../vehicle';
import type { Case } from './case';
import { type CaseFault, pointer } from './caseFault';
import type { ReadySwap } from './caseSwaps';

/** One moment for all entries of a case: nothing in an answer depends on when it was asked. */
const AT = '2026-01-01T00:00:00.000Z';
const BY = 'case';

/** A case as the log of a job: what a screen would have written, entry by entry. */
export function caseEntries(
  c: Case,
  family: Family,
  swaps: readonly ReadySwap[],
  registry: FactRegistry,
): { readonly events: readonly AnyStoredEvent[]; readonly faults: readonly CaseFault[] } {
  const events: AnyStoredEvent[] = [];
  const faults: CaseFault[] = [];
  const write = <T extends EventType>(type: T, body: BodyOf<T>) => {
    const seq = events.length + 1;
    const at = new Date(Date.parse(AT) + seq).toISOString();
    const head = { id: `case-${String(seq).padStart(6, '0')}`, job: BY, type, v: kindOf(type).v, at };
    events.push({
      ...head,
      device: BY,
      deviceSeq: seq,
      user: BY,
      role: 'lead',
      seq,
      receivedAt: at,
      body,
    } as unknown as AnyStoredEvent);
  };
  write('job-opened', { words: '' });
  for (const f of statedFacts(c, family, swaps, registry, faults)) write('fact-stated', f);
  if (c.wishes) write('wishes-stated', { wishes: [...c.wishes], after: [] });
  for (const s of swaps) {
    write('swap-opened', { swap: s.id, positions: [...s.positions] });
    if (s.chosen) write('lamp-chosen', choiceOf(s, c, family));
  }
  const swapOf = (given: string | undefined, path: string): string => {
    const id = given ?? swaps[0]?.id ?? '';
    if (!swaps.some((s) => s.id === id)) faults.push({ path, reason: reason('case-no-swap', { swap: id }) });
    return id;
  };
  c.feeds?.forEach((f, i) => {
    const { does, school, source, words } = f;
    const swap = swapOf(f.swap, `/feeds/${i}/swap`);
    write('feed-chosen', {
      swap,
      does,
      school,
      ...(source ? { source } : {}),
      words: words ?? 'as the case says',
      after: [],
    } as BodyOf<'feed-chosen'>);
  });
  c.decisions?.forEach((d, i) =>
    write('wire-decided', {
      swap: swapOf(d.swap, `/decisions/${i}/swap`),
      matter: d.matter,
      choice: d.choice,
      after: [],
    }),
  );
  c.pins?.forEach((p, i) => {
    const lamp = swaps.flatMap((s) =>
      s.chosen && s.positions.includes(p.position) ? [lampIn(s, c, family, p.position)] : [],
    )[0];
    if (!lamp)
      faults.push({
        path: `/pins/${i}/position`,
        reason: reason('case-no-position', { position: p.position }),
      });
    else write('pins-set', { position: p.position, lamp, pins: p.pins, after: [] });
  });
  c.entries?.forEach(({ type, body }, i) => {
    if (!(type in EVENT_KINDS) || bodyFaults(type, body).length > 0)
      faults.push({ path: `/entries/${i}`, reason: reason('case-entry', { type }) });
    else write(type, body as BodyOf<typeof type>);
  });
  return { events, faults };
}

/** Every fact at every place that it is said of, from the strongest source that may say it unless one is named. */
function statedFacts(
  c: Case,
  family: Family,
  swaps: readonly ReadySwap[],
  registry: FactRegistry,
  faults: CaseFault[],
): readonly BodyOf<'fact-stated'>[] {
  const places = new Set(family.places.map((p) => positionKey(p.position)));
  const swapped = [...new Set(swaps.flatMap((s) => s.positions))];
  return Object.entries(c.facts ?? {}).flatMap(([name, given]) => {
    const path = `/facts/${pointer(name)}`;
    const [fact = '', at] = name.split('@');
    const key = registry.find(fact);
    if (!key) {
      faults.push({ path, reason: reason('case-no-fact', { fact }) });
      return [];
    }
    const { value, source } =
      typeof given === 'object' && given !== null
        ? given
        : { value: given, source: key.sources.find((s) => s !== 'vin') ?? 'told' };
    if (!key.sources.includes(source))
      faults.push({ path, reason: reason('case-fact-source', { fact, source }) });
    if (value !== null && !suits(key, value))
      faults.push({ path, reason: reason('case-fact-value', { fact, value: String(value) }) });
    const subjects = key.subject === 'vehicle' ? ['vehicle'] : at === undefined ? swapped : [at];
    return subjects.flatMap((subject): readonly BodyOf<'fact-stated'>[] => {
      if (subject !== 'vehicle' && !places.has(subject)) {
        faults.push({ path, reason: reason('case-no-position', { position: subject }) });
        return [];
      }
      return [stated(fact, subject, value, source)];
    });
  });
}

const stated = (
  key: string,
  subject: string,
  value: FactValue | null,
  source: FactSource,
): BodyOf<'fact-stated'> => ({ key, subject, value, source }) as BodyOf<'fact-stated'>;

const ref = (id: string) => ({ id, rev: 1 });

function lampIn(s: ReadySwap, c: Case, family: Family, position: string): string | undefined {
  return s.chosen ? lampsOf(s, family)[position]?.id : undefined;
}

function lampsOf(s: ReadySwap, family: Family): Readonly<Record<string, { id: string; rev: number }>> {
  const row = s.chosen;
  if (!row) return {};
  return Object.fromEntries(
    family.places.flatMap((p) => {
      const key = positionKey(p.position);
      const id = lampAt(row, p.position);
      return id && s.positions.includes(key) ? [[key, ref(id)]] : [];
    }),
  );
}

/** A choice of the row as it stands; which parts go with it is judged anew whenever the job is read. */
function choiceOf(s: ReadySwap, c: Case, family: Family): BodyOf<'lamp-chosen'> {
  const row = s.chosen;
  const sheets = c.shelf.stepSheets.filter(
    (x) => x.families.includes(family.id) && x.role === row?.role && x.end === row?.end,
  );
  return {
    swap: s.id,
    application: ref(row?.id ?? ''),
    lamps: lampsOf(s, family),
    parts: [],
    verdict: 'fits',
    road: 'unknown',
    sheets: sheets.map((x) => ref(x.id)),
    after: [],
  } as BodyOf<'lamp-chosen'>;
}
