import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../../catalogue';
import { type AnyStoredEvent, type EventType, EVENT_KINDS, kindOf, type Stored } from '../events';
import { GOOD } from '../testing/goodBodies';
import { foldJob } from '../fold';
import { shelfSources } from '../testing/jobKit';
import { readJob } from '../readJob';
import { compareEvents, heads } from './frontier';
import { sift } from './standing';

type Node = Stored<{ readonly after: readonly string[] }>;
const node = (n: number, after: readonly string[], at = n): Node => ({
  id: `e${n}`,
  job: 'j',
  type: 'as-found',
  v: 2,
  at: `2026-01-01T00:00:${String(at).padStart(2, '0')}.000Z`,
  device: 'd',
  deviceSeq: n,
  user: 'u',
  body: { after },
  seq: n,
  receivedAt: '',
  role: 'lead',
});
const all = () => true;
const ids = (list: readonly { id: string }[]) => list.map((e) => e.id);

describe('what stands of a value', () => {
  it('two that did not see one another are rivals until somebody writes after both', () => {
    const [a, b] = [node(1, []), node(2, [])];
    expect(ids(heads([a, b], all))).toEqual(['e2', 'e1']);
    expect(ids(heads([a, b, node(3, ['e2'])], all))).toEqual(['e3', 'e1']);
    expect(ids(heads([a, b, node(3, ['e1', 'e2'])], all))).toEqual(['e3']);
  });
  it('seen is transitive, through entries that were taken back too', () => {
    const chain = [node(1, []), node(2, ['e1']), node(3, ['e2'])];
    expect(ids(heads(chain, (e) => e.id !== 'e2'))).toEqual(['e3']);
    // The last one taken back, its predecessor stands again.
    expect(ids(heads(chain, (e) => e.id !== 'e3'))).toEqual(['e2']);
    expect(ids(heads(chain, (e) => e.id === 'e1'))).toEqual(['e1']);
  });
  it('an entry that is not here is passed over', () => {
    expect(ids(heads([node(1, ['gone']), node(2, ['e1', 'gone'])], all))).toEqual(['e2']);
  });
  it('a wrong clock does not undo what was seen', () => {
    // The later in the history was seen by the earlier.
    expect(ids(heads([node(1, ['e2'], 1), node(2, [], 50)], all))).toEqual(['e1']);
  });
  it('a ring shows its latest, and what it saw is seen', () => {
    expect(ids(heads([node(1, ['e2']), node(2, ['e1'])], all))).toEqual(['e2', 'e1']);
    expect(ids(heads([node(0, []), node(1, ['e2', 'e0']), node(2, ['e1'])], all))).toEqual(['e2', 'e1']);
    expect(ids(heads([node(1, ['e1'])], all))).toEqual(['e1']);
  });

  /** Graphs of up to nine entries, with any mix of what was seen and what stands. */
  const graph = fc
    .integer({ min: 1, max: 9 })
    .chain((n) =>
      fc.tuple(
        fc.array(fc.array(fc.integer({ min: 0, max: n }), { maxLength: 4 }), { minLength: n, maxLength: n }),
        fc.array(fc.boolean(), { minLength: n, maxLength: n }),
      ),
    );
  it('is what no standing entry has seen: against the plain definition, over all pairs', () => {
    fc.assert(
      fc.property(graph, ([seen, up]) => {
        const nodes = seen.map((after, i) =>
          node(
            i,
            after.map((k) => `e${k}`),
          ),
        );
        const stands = (e: Node) => up[Number(e.id.slice(1))] === true;
        // Reachability by repeated squaring of the relation, without any of the walk’s short cuts.
        const reach = new Map(nodes.map((e) => [e.id, new Set(e.body.after)]));
        for (let i = 0; i < nodes.length; i += 1)
          for (const set of reach.values())
            for (const id of [...set]) for (const k of reach.get(id) ?? []) set.add(k);
        const expected = nodes.filter(
          (e) =>
            stands(e) &&
            !nodes.some(
              (by) => by !== e && stands(by) && reach.get(by.id)?.has(e.id) && !reach.get(e.id)?.has(by.id),
            ),
        );
        expect(ids(heads(nodes, stands))).toEqual(ids([...expected].sort(compareEvents).reverse()));
        // A value with a standing entry always shows one.
        expect(heads(nodes, stands).length > 0).toBe(nodes.some(stands));
      }),
      { numRuns: 400, seed: 10 },
    );
  });
});

describe('undo', () => {
  const note = (id: string, user: string): AnyStoredEvent =>
    ({
      ...node(1, []),
      id,
      user,
      type: 'modification-noted',
      v: 1,
      body: { words: 'x' },
    }) as unknown as AnyStoredEvent;
  const undo = (id: string, target: string, more: Partial<AnyStoredEvent>): AnyStoredEvent =>
    ({ ...node(2, []), id, type: 'void', v: 1, body: { target }, ...more }) as unknown as AnyStoredEvent;

  it.each([
    ['one’s own', { user: 'a', role: 'counter' }, null],
    ['a lead, anybody’s', { user: 'b', role: 'lead' }, null],
    ['another’s', { user: 'b', role: 'technician' }, 'not-your-own'],
    ['of before roles were kept', { user: 'b', role: null }, null],
  ] as const)('%s', (_, more, code) => {
    const { voided, unfit } = sift([note('n', 'a'), undo('v', 'n', more)]);
    expect([voided.has('n'), unfit[0]?.code ?? null]).toEqual([code === null, code]);
  });
  it('waits for what it undoes', () => {
    expect(sift([undo('v', 'n', { user: 'a' })]).unfit.map((u) => u.code)).toEqual(['nothing-to-undo']);
    expect(sift([undo('v', 'n', { user: 'a' }), note('n', 'a')]).voided.has('n')).toBe(true);
  });
  it('reaches no opening, no lock, no undo and no admission', () => {
    for (const type of ['job-opened', 'release-locked', 'void', 'entry-admitted'] as const) {
      const fixed = { ...note('n', 'a'), type, body: GOOD[type] } as unknown as AnyStoredEvent;
      expect(sift([fixed, undo('v', 'n', { user: 'a' })]).unfit.map((u) => u.code)).toContain(
        'cannot-be-undone',
      );
    }
  });
});

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const vehicle = {
  id: 'v',
  family: 'orrel-packet',
  vin: '0YBPK7A51MW000147',
  serial: null,
  plate: null,
  fleet: null,
  version: 1,
};
const TYPES = Object.keys(EVENT_KINDS) as EventType[];

/** Entries of every type with words of the job and of nowhere, by two people of any role, seeing any of each other. */
const stray = fc.constantFrom(
  'headlamp.front.left',
  'nowhere',
  'skerry-620-left',
  'heads',
  'constructor',
  'e1',
  'bonnet-open',
);
const entries = fc
  .array(
    fc.record({
      type: fc.constantFrom(...TYPES),
      n: fc.integer({ min: 0, max: 30 }),
      at: fc.integer({ min: 0, max: 59 }),
      user: fc.constantFrom('a', 'b'),
      role: fc.constantFrom('counter' as const, 'technician' as const, 'lead' as const, null),
      swap: fc.option(fc.tuple(fc.nat(5), stray), { nil: undefined }),
      after: fc.array(
        fc.integer({ min: 0, max: 30 }).map((k) => `e${k}`),
        { maxLength: 3 },
      ),
    }),
    { maxLength: 24 },
  )
  .map((list) =>
    list.map(({ type, n, at, user, role, swap, after }, i) => {
      const body: Record<string, unknown> = { ...GOOD[type] };
      if ('after' in body) body.after = after;
      const texts = Object.keys(body).filter((k) => typeof body[k] === 'string' && STRAYABLE.has(k));
      const key = swap && texts[swap[0] % Math.max(1, texts.length)];
      if (key && swap) body[key] = swap[1];
      if (type === 'void') body.target = `e${at % 20}`;
      return {
        ...node(n, [], at),
        type,
        v: kindOf(type).v,
        user,
        role,
        body,
        seq: i,
      } as unknown as AnyStoredEvent;
    }),
  )
  // One id, one entry: the door sees to that.
  .map((list) => [...new Map(list.map((e) => [e.id, e])).values()]);
const STRAYABLE = new Set([
  'position',
  'swap',
  'lamp',
  'step',
  'plug',
  'part',
  'item',
  'sheet',
  'group',
  'check',
  'key',
  'target',
]);

const base = (['job-opened', 'swap-opened', 'lamp-chosen'] as const).map(
  (type, i) =>
    ({
      ...node(100 + i, [], 0),
      type,
      v: kindOf(type).v,
      body: GOOD[type],
      seq: -1,
    }) as unknown as AnyStoredEvent,
);
const reading = (events: readonly AnyStoredEvent[]) => {
  const { record, items, stages, unfit, facts } = readJob(shelfSources(shelf, vehicle, events));
  const { late: _, ...rest } = record;
  return { rest, items, stages, unfit: unfit.map((u) => `${u.event.id} ${u.code}`).sort(), facts };
};

describe('laws of the log', () => {
  it('no entry can make a reading throw, and each stands or is said not to', () => {
    fc.assert(
      fc.property(entries, (list) => {
        const { record, unfit } = readJob(shelfSources(shelf, vehicle, [...base, ...list]));
        const told = new Set(unfit.map((u) => u.event.id));
        const { voided } = sift([...base, ...list]);
        for (const e of list)
          expect(
            told.has(e.id) ||
              voided.has(e.id) ||
              e.type === 'void' ||
              record.standing.some((s) => s.id === e.id),
          ).toBe(true);
      }),
      { numRuns: 60, seed: 10 },
    );
  });

  it('any order of arrival, any doubling: the same reading', () => {
    fc.assert(
      fc.property(entries, fc.infiniteStream(fc.nat()), (list, chance) => {
        const shuffled = [...base, ...list, ...list.slice(0, 3)]
          .map((e) => [chance.next().value as number, e] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, e]) => e);
        expect(reading(shuffled)).toEqual(reading([...base, ...list]));
      }),
      { numRuns: 25, seed: 11 },
    );
  });

  it('two devices apart: a join ends the rivalry, on whichever side it is read', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), (n, m) => {
        // Each device writes a chain of its own; neither has seen the other.
        const chain = (from: number, count: number) =>
          Array.from({ length: count }, (_, i) => node(from + i, i === 0 ? [] : [`e${from + i - 1}`]));
        const [left, right] = [chain(0, n), chain(10, m)];
        const tips = [`e${n - 1}`, `e${10 + m - 1}`];
        expect(ids(heads([...left, ...right], all)).sort()).toEqual([...tips].sort());
        const join = node(30, tips);
        expect(ids(heads([...left, ...right, join], all))).toEqual(['e30']);
        expect(ids(heads([join, ...right, ...left], all))).toEqual(['e30']);
      }),
      { seed: 12 },
    );
  });

  it('a fact of an option that is on no list stands; one that nobody defined does not', () => {
    const fact = (key: string, id: string) =>
      ({
        ...node(1, []),
        id,
        type: 'fact-stated',
        v: 1,
        body: { key, subject: 'vehicle', value: true, source: 'seen' },
      }) as unknown as AnyStoredEvent;
    const { facts, unfit } = readJob(
      shelfSources(shelf, vehicle, [...base, fact('option.tow-mirrors', 'o1'), fact('paint', 'o2')]),
    );
    expect(facts.get('option.tow-mirrors@vehicle')?.value).toBe(true);
    expect(unfit.map((u) => `${u.event.id} ${u.code}`)).toEqual(['o2 unknown-fact']);
  });

  it('what is kept from one reading to the next changes none: warm rows read as rows that were never seen', () => {
    fc.assert(
      fc.property(entries, (list) => {
        const cold = JSON.parse(JSON.stringify(shelf)) as Shelf;
        const read = (from: Shelf) => {
          const { checks, strip, items, stages } = readJob(shelfSources(from, vehicle, [...base, ...list]));
          return { checks, strip, items, stages };
        };
        expect(read(shelf)).toEqual(read(cold));
      }),
      { numRuns: 15, seed: 13 },
    );
  });

  it('the fold names what the next writer has to name', () => {
    const a = { ...node(1, []), body: { ...GOOD['as-found'], after: [] } } as unknown as AnyStoredEvent;
    const b = { ...a, id: 'e2', at: '2026-01-01T00:00:02.000Z' } as AnyStoredEvent;
    expect(foldJob([a, b]).frontiers).toEqual({ 'as-found headlamp.front.left': ['e2', 'e1'] });
  });
});
