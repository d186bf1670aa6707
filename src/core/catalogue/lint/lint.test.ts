import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { LintSource } from './applications';
import { lintShelf } from './lintShelf';
import { matchesWords, standardWords } from '../synonyms';
import type { Application, Shelf } from '../types';

const demo = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const base = demo.applications.find((a) => a.id === 'packet-sounder-2');
if (!base) throw new Error('no application');
const years = (from?: number, to?: number): Application['rule'] => ({
  op: 'range',
  id: 'y',
  fact: 'model-year',
  from,
  to,
});
const plug = (family: string): Application['rule'] => ({ op: 'plug-family', id: 'p', family });
const app = (id: string, more: Partial<Application>): Application => ({ ...base, id, ...more });

function lint(applications: readonly Application[], more: Partial<LintSource> = {}) {
  const steps = lintShelf({ ...demo, applications, ...more }, 1);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
const codes = (...list: Application[]) =>
  lint(list).map((f) => `${f.code} ${f.rows.map((r) => r.id).join('+')}`);

describe('the lint finds', () => {
  it.each<[string, Application[], string[]]>([
    ['nothing in one plain row', [app('a', {})], []],
    [
      'years that overlap, and the plugs that contradict each other there',
      [
        app('a', { rule: { op: 'all', of: [years(2014, 2018), plug('X40')] } }),
        app('b', { rule: { op: 'all', of: [years(2018), plug('X41')] } }),
      ],
      ['plugs-differ a+b', 'years-overlap a+b'],
    ],
    [
      'years that nobody speaks of',
      [app('a', { rule: years(2014, 2016) }), app('b', { rule: years(2018) })],
      ['years-gap a+b'],
    ],
    [
      'neither where the years meet',
      [app('a', { rule: years(2014, 2017) }), app('b', { rule: years(2018) })],
      [],
    ],
    ['a side without its counterpart', [app('a', { lamps: { left: 'sounder-2-left' } })], ['side-alone a']],
    [
      'a rule that is never true',
      [app('a', { rule: { op: 'all', of: [years(2018), years(undefined, 2017)] } })],
      ['never-true a'],
    ],
    [
      'no fault in one that is always true',
      [app('a', { rule: { op: 'any', of: [years(2018), years(undefined, 2017)] } })],
      [],
    ],
    [
      'a mend that is not on the shelf',
      [
        app('a', {
          supplies: [{ does: 'drl', parts: [{ part: 'gone', quantity: 1, per: 'side' }], minutes: 1 }],
        }),
      ],
      ['mend-missing a'],
    ],
    [
      'a required function that nothing provides',
      [
        app('a', {
          role: 'tail',
          end: 'rear',
          lamps: { left: 'race-left', right: 'race-right' },
          rule: { op: 'all', of: [] },
          supplies: [],
        }),
      ],
      ['required-not-provided a', 'required-not-provided a'],
    ],
  ])('%s', (_, list, expected) => expect(codes(...list)).toEqual(expected));

  const volts = (value: string): Application['rule'] => ({
    op: 'equals',
    id: 'v',
    fact: 'system-voltage',
    value,
  });
  it('a rule that wants a voltage which the lamp does not bear', () => {
    // The lamps of the row work on 9 to 16 V.
    expect(codes(app('a', { rule: volts('24') }))).toEqual(['voltage-never a']);
    expect(codes(app('a', { rule: volts('12') }))).toEqual([]);
    // A rule that says nothing of it leaves the voltage to the vehicle.
    expect(codes(app('a', { rule: { op: 'any', of: [volts('24'), volts('12')] } }))).toEqual([]);
  });

  it('what is missing in the second vehicle line as in the first, and the same in both once', () => {
    const tail = {
      role: 'tail' as const,
      end: 'rear' as const,
      lamps: { left: 'race-left', right: 'race-right' },
      rule: { op: 'all' as const, of: [] },
      supplies: [],
    };
    const packet = demo.families.find((f) => f.id === 'orrel-packet');
    if (!packet) throw new Error('no vehicle line');
    // A line whose tail lamps do nothing loses nothing.
    const bare = {
      ...packet,
      id: 'bare',
      places: packet.places.map((p) => (p.position.role === 'tail' ? { ...p, functions: [] } : p)),
    };
    const families = [...demo.families, bare, { ...packet, id: 'twin' }];
    const found = (...ids: string[]) =>
      lint([app('a', { ...tail, families: ids })], { families }).map((f) => f.facts);
    const alone = found('orrel-packet');
    expect(alone).toHaveLength(2);
    expect(found('bare')).toEqual([]);
    expect(found('bare', 'orrel-packet')).toEqual(alone);
    expect(found('orrel-packet', 'twin')).toEqual(alone);
  });

  it('a row of a vehicle line that is not on the shelf, or has no such place, is not judged here', () => {
    expect(codes(app('a', { families: ['nowhere'] }))).toEqual([]);
    expect(codes(app('a', { role: 'mirror', end: 'side', families: ['dunmarrow-byre'] }))).toEqual([]);
  });

  it('a rule with a fact that nobody defined is the importer’s to refuse', () =>
    expect(
      codes(app('a', { rule: { op: 'equals', id: 'x', fact: 'no-such-fact', value: true } })).filter(
        (c) => !c.startsWith('required'),
      ),
    ).toEqual([]));

  it('the same in any order of the rows', () => {
    const list = [
      app('a', { rule: years(2014, 2018) }),
      app('b', { rule: years(2018, 2019) }),
      app('c', { rule: years(2025) }),
    ];
    expect(lint([...list].reverse())).toEqual(lint(list));
  });

  it('a step at a time, so that it can be stopped', () => {
    const steps = lintShelf({ ...demo, applications: [app('a', {}), app('b', {}), app('c', {})] }, 1);
    expect([steps.next().value, steps.next().value]).toEqual([1, 2]);
    steps.return([]);
    expect(steps.next().done).toBe(true);
  });
});

describe('words of the trade', () => {
  it.each([
    ['hood', 'bonnet'],
    ['Fender', 'wing'],
    ['rivet', 'push pin'],
    ['load module', 'load resistor'],
    ['third brake light', 'high stop lamp'],
    ['head-light', 'headlamp'],
  ])('%s is %s', (said, term) => expect(standardWords(said)).toEqual(standardWords(term)));

  it('find what the record names by its standard term, the last word begun only', () => {
    expect(matchesWords('Sounder 2, headlamp left', 'headlight sou')).toBe(true);
    expect(matchesWords('Sounder 2, headlamp left', 'taillight sou')).toBe(false);
    expect(matchesWords('Load resistor 15 Ω', 'ballast')).toBe(true);
  });
});

describe('of the harness', () => {
  it('the demo’s adapters do what its catalogue says of them', () =>
    expect(lint(demo.applications).filter((f) => f.code === 'adapter-refuted')).toEqual([]));

  it('an adapter that the pin map refutes is a fault of the row that names it', () => {
    const crossed = demo.parts.map((p) =>
      p.id === 'adapter-x40' && p.adapter
        ? {
            ...p,
            adapter: {
              ...p.adapter,
              map: p.adapter.map.map((w) => ({
                ...w,
                to: w.to === 'out/1' ? 'out/2' : w.to === 'out/2' ? 'out/1' : w.to,
              })),
            },
          }
        : p,
    );
    const found = lint(demo.applications, { parts: crossed }).filter((f) => f.code === 'adapter-refuted');
    expect(found.map((f) => f.severity)).toContain('fault');
    expect(found.flatMap((f) => f.rows.map((r) => r.id))).toEqual(
      expect.arrayContaining(['packet-sounder-2', 'adapter-x40']),
    );
  });

  it('a connector without its counterpart, and a plug of a lamp that nothing leads to', () => {
    const connectors = demo.connectors.filter((c) => c.id !== 'X30-V');
    const families = demo.families.map((f) => ({
      ...f,
      plugs: (f.plugs ?? []).filter((p) => p.connector !== 'X30-V'),
    }));
    expect(
      lint([], { connectors, families })
        .filter((f) => f.code === 'half-alone' || f.code === 'lamp-plug-unreached')
        .map((f) => `${f.code} ${f.rows[0]?.id}`),
    ).toEqual([
      'half-alone X30-L',
      'lamp-plug-unreached gimbal-left',
      'lamp-plug-unreached gimbal-right',
      'lamp-plug-unreached hawser-left',
      'lamp-plug-unreached hawser-right',
      'lamp-plug-unreached wrack',
    ]);
  });
});
