import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { ANSWERS, answer } from '@/core/ask';
import { EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import { readShelfFile } from '../shelf';
import schema from './case.schema.json';
import { readCase } from '.';

const DIR = 'docs/formats/cases';
const demo = readShelfFile(readFileSync('demo/shelf.json', 'utf8'));
const DEMO: Shelf = demo.kind === 'shelf' ? demo.rows : EMPTY_SHELF;

const asked = (text: string) => {
  const read = readCase(text, (file) => (file ? DEMO : EMPTY_SHELF));
  return read.kind === 'case' ? answer(read.case) : read;
};
const example = (name: string) => {
  const found = asked(readFileSync(path.join(DIR, `${name}.json`), 'utf8'));
  if (found.kind !== 'answers') throw new Error(JSON.stringify(found));
  return found.answers as Record<string, never>;
};
const faultsOf = (of: object) => {
  const found = asked(JSON.stringify(of));
  return found.kind === 'faults' ? found.faults.map((f) => `${f.path} ${f.reason.code}`) : ['none'];
};

describe('the examples of the docs', () => {
  it('are answered, and every answer has one', () => {
    const kinds = readdirSync(DIR).flatMap((f) => Object.keys(example(f.replace('.json', ''))));
    expect([...new Set(kinds)].sort()).toEqual([...ANSWERS].sort());
    const page = readFileSync('docs/formats/case.md', 'utf8');
    for (const kind of ANSWERS) expect(page).toContain(`\`${kind}\``);
    for (const file of readdirSync(DIR)) expect(page).toContain(`cases/${file}`);
  });

  it('say what they are there for', () => {
    const { fit, looks } = example('fit') as unknown as {
      fit: { candidates: { verdict: string; parts: { part: string; open: string[] }[] }[] }[];
      looks: { looks: object[] }[];
    };
    expect(fit[0]?.candidates[0]).toMatchObject({
      verdict: 'fits-with-parts',
      because: ['model-year@vehicle'],
      parts: [
        {
          part: 'lead-k5',
          quantity: 2,
          certain: false,
          open: ['plug@tail.rear.left', 'plug@tail.rear.right'],
        },
      ],
      minutes: { low: 40, high: 48 },
    });
    // It fits either way: no look can change that.
    expect(looks[0]?.looks).toEqual([]);
    // By hand: both lift (6), each takes one side (9), one goes under (4) after it: 6 + 9 + 4.
    expect(example('crew')).toMatchObject({
      crew: { free: { makespanMin: 19, boundMin: 17, aloneMin: 28 } },
      times: {
        steps: [{ freedom: 6 }, { freedom: 4 }],
        spares: [
          { id: 'pins', count: 1 },
          { id: 'pins here', count: 3 },
        ],
      },
    });
    const { times } = example('crew') as unknown as {
      times: { steps: { quantiles: { minutes: number }[] }[] };
    };
    expect(times.steps.map((s) => s.quantiles[0]?.minutes.toFixed(3))).toEqual(['12.599', '10.000']);
    const { beam, aim } = example('beam') as unknown as { beam: never; aim: never };
    expect(beam).toMatchObject({ alike: { verdict: 'unsure' }, net: { before: 240, after: 980 } });
    expect((beam as { ratio: { value: number } }).ratio.value).toBeCloseTo(4.083, 3);
    expect((beam as { points: { candela: number }[] }).points.map((p) => Math.round(p.candela))).toEqual([
      7731, 7468,
    ]);
    expect(beam).toMatchObject({ axis: [12_000] });
    const { road } = beam as { road: { lux: number }[] };
    expect(road.map((r) => r.lux.toFixed(4))).toEqual(['3.3327', '0.0361']);
    // 18 mm of lean over 3 m are 0.6 %: read at −122 mm the lamp is aimed at −1.0 %, and 1 % high under its load.
    expect(aim).toMatchObject({
      lowerEdgeMm: 775,
      targets: [{ band: 'low', judged: { verdict: 'set' }, underLoad: 'fails' }],
      pitchPercent: 1,
      glare: [{ over: true }],
    });
    expect(example('order')).toMatchObject({ vin: { checkDigit: { passes: false } } });
    expect(example('diagnose')).toMatchObject({
      diagnose: [{ expected: { kind: 'flashing' }, first: { code: 'seen-fast' } }],
    });
    const { live } = example('live') as unknown as {
      live: { settings: { cavities: { does: string; amp: number }[] }[] }[];
    };
    const low = live[0]?.settings[1]?.cavities.find((c) => c.does === 'low-beam');
    expect(low?.amp).toBeCloseTo(2.4, 6);
  });

  it('the published form is the one that is enforced', () =>
    expect(JSON.parse(readFileSync('docs/formats/case.schema.json', 'utf8'))).toEqual(schema));
});

describe('a case that cannot be answered', () => {
  const base = JSON.parse(readFileSync(path.join(DIR, 'fit.json'), 'utf8')) as Record<string, unknown>;
  it.each<[string, object, string]>([
    ['an answer that nobody gives', { ask: ['weather'] }, '/ask/0 schema-one-of'],
    ['a line that is nowhere', { vehicle: { line: 'heron' } }, '/vehicle/line case-no-line'],
    ['a fact that nobody defined', { facts: { colour: 'red' } }, '/facts/colour case-no-fact'],
    ['a fact out of its domain', { facts: { market: 'moon' } }, '/facts/market case-fact-value'],
    [
      'a place that the line has not',
      { swaps: [{ positions: ['fog.front.left'] }] },
      '/swaps/0/positions/0 case-no-position',
    ],
    ['a row that is nowhere', { swaps: [{ choose: 'other' }] }, '/swaps/0/choose case-no-row'],
    ['a control that is none', { controls: [{ key: 'in' }] }, '/controls/0/key case-control'],
    ['a state that cannot be', { controls: [{ left: 'yes', right: 'yes' }] }, '/controls/0 case-impossible'],
    ['an entry of no kind', { entries: [{ type: 'x', body: {} }] }, '/entries/0 case-entry'],
    ['a wish that is none', { wishes: ['flying'] }, '/wishes/0 case-form'],
  ])('%s is said by its place', (_, change, fault) =>
    expect(faultsOf({ ...base, ...change })).toContain(fault),
  );

  it('no text, and text nested too deep, are refused plainly', () => {
    expect(asked('{')).toMatchObject({ kind: 'faults', faults: [{ reason: { code: 'json-broken-at' } }] });
    expect(asked('['.repeat(100))).toMatchObject({ faults: [{ reason: { code: 'json-too-deep' } }] });
  });
});
