import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkShelf, EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import { depthOf, readShelfFile } from './readShelfFile';
import schema from './shelf.schema.json';

const demo = readFileSync('demo/shelf.json', 'utf8');
const fresh = () =>
  JSON.parse(demo) as Record<keyof Shelf, Record<string, unknown>[]> & Record<string, unknown>;
const faultsOf = (value: unknown, present?: Shelf) => {
  const reading = readShelfFile(typeof value === 'string' ? value : JSON.stringify(value), present);
  return reading.kind === 'faults' ? reading.faults.map((f) => `${f.path} ${f.reason.code}`) : [];
};
/** The application of the demo that the faults are put into, and its place in the file. */
const withRule = (rule: unknown) => {
  const file = fresh();
  const app = file.applications[0];
  if (app) app.rule = rule;
  return faultsOf(file);
};

it('the demo shelf is without fault', () => {
  const reading = readShelfFile(demo);
  expect(reading.kind === 'faults' ? reading.faults : []).toEqual([]);
  expect(reading.kind === 'shelf' && checkShelf(reading.rows)).toEqual([]);
});

it('the published schema is the one that is enforced', () => {
  expect(JSON.parse(readFileSync('docs/formats/shelf.schema.json', 'utf8'))).toEqual(schema);
});

describe('faults are listed by path, all of them', () => {
  it('says where JSON breaks', () => {
    expect(faultsOf('{\n "form": "yonder-bolt/shelf",\n ]')).toEqual([' json-broken-at']);
  });

  it('finds missing, unknown and wrong fields at once', () => {
    const file = fresh();
    const part = file.parts[0] ?? {};
    delete part.price;
    part.weight = 3;
    const lamp = file.lamps[1] ?? {};
    lamp.side = 'port';
    expect(faultsOf(file)).toEqual([
      '/lamps/1/side schema-one-of',
      '/parts/0/price schema-required',
      '/parts/0/weight schema-unknown-field',
    ]);
  });

  it('names the fault of a rule at its node, not of all its alternatives', () => {
    expect(withRule({ op: 'all', of: [{ op: 'equals', id: 'p', fact: 'plug' }] })).toEqual([
      '/applications/0/rule/of/0/value schema-required',
    ]);
    expect(withRule({ op: 'either', of: [] })).toEqual(['/applications/0/rule/op schema-kind']);
  });

  it('refuses an unknown fact, part or unit with the nearest name', () => {
    const mend = { parts: [{ part: 'adaptor-x40', quantity: 1, per: 'side' }], minutes: 1 };
    expect(withRule({ op: 'equals', id: 'p', fact: 'plugg', value: 'X41' })).toEqual([
      '/applications/0/rule/fact no-such-fact-near',
    ]);
    expect(withRule({ op: 'plug-family', id: 'p', family: 'X41', mends: [mend] })).toEqual([
      '/applications/0/rule no-such-row-near',
    ]);
    expect(withRule({ op: 'at-least', id: 'p', fact: 'room-behind', value: 60, unit: 'V' })).toEqual([
      '/applications/0/rule unit-unsuited',
    ]);
  });

  it('refuses values that the fact cannot have, backward ranges, and `not` over a mend', () => {
    expect(withRule({ op: 'equals', id: 'p', fact: 'factory-lamp', value: 'candle' })).toEqual([
      '/applications/0/rule value-unsuited',
    ]);
    expect(withRule({ op: 'range', id: 'p', fact: 'model-year', from: 2019, to: 2018 })).toEqual([
      '/applications/0/rule range-backwards',
    ]);
    const mended = {
      op: 'plug-family',
      id: 'p',
      family: 'X41',
      mends: [{ parts: [{ part: 'adapter-x40', quantity: 1, per: 'side' }], minutes: 1 }],
    };
    expect(withRule({ op: 'not', of: mended })).toEqual(['/applications/0/rule/of not-over-mend']);
  });

  it('finds a part that is meant for the other side, a doubled id and a doubled position', () => {
    const file = fresh();
    const app = file.applications[0] ?? {};
    app.lamps = { left: 'sounder-2-right' };
    file.parts.push({ ...file.parts[0] });
    const family = file.families[0] ?? {};
    (family.places as unknown[]).push((family.places as unknown[])[0]);
    const at = (family.places as unknown[]).length - 1;
    expect(faultsOf(file)).toEqual([
      '/applications/0/lamps/left lamp-of-other-side',
      `/families/0/places/${at}/position position-twice`,
      `/parts/${file.parts.length - 1}/id id-twice`,
    ]);
  });
});

describe('a part of a shelf', () => {
  const reading = readShelfFile(demo);
  const present = reading.kind === 'shelf' ? reading.rows : EMPTY_SHELF;

  it('may lean on rows that are there, and cannot without them', () => {
    const file = { form: 'yonder-bolt/shelf', version: 1, applications: [present.applications[0]] };
    expect(faultsOf(file, present)).toEqual([]);
    expect(faultsOf(file).length).toBeGreaterThan(0);
  });

  it('is refused when it would break a row that is there', () => {
    const key = {
      ...present.factKeys.find((k) => k.id === 'bumper'),
      type: { kind: 'choice', values: ['steel'] },
    };
    const faults = faultsOf({ form: 'yonder-bolt/shelf', version: 1, factKeys: [key] }, present);
    expect(faults.length).toBeGreaterThan(0);
    for (const f of faults) expect(f).toMatch(/^\(shelf\)/);
  });
});

describe('a file that is bad all through', () => {
  const bad = (count: number) =>
    JSON.stringify({
      form: 'yonder-bolt/shelf',
      version: 1,
      parts: Array.from({ length: count }, (_, i) => ({ id: i, name: 'x' })),
    });
  const wrongRefs = (count: number) =>
    JSON.stringify({
      form: 'yonder-bolt/shelf',
      version: 1,
      applications: Array.from({ length: count }, (_, i) => ({
        id: `app-${i}`,
        families: [`no-such-line-${i}`],
        role: 'headlamp',
        end: 'front',
        lamps: { left: `no-lamp-${i}` },
        rule: { op: 'all', of: [] },
        minutesLow: 1,
        minutesHigh: 2,
        supplies: [],
      })),
    });
  const took = (text: string) => {
    const from = performance.now();
    const read = readShelfFile(text);
    return { read, ms: performance.now() - from };
  };

  it('is told by its first faults, and costs no more than in proportion to its length', () => {
    for (const make of [bad, wrongRefs]) {
      const small = took(make(2_000));
      const large = took(make(16_000));
      for (const { read } of [small, large]) expect(read.kind === 'faults' && read.faults.length).toBe(200);
      // Eight times as long; the square of it would be sixty-four times.
      expect(large.ms).toBeLessThan(24 * Math.max(small.ms, 20));
    }
  });

  it('nested without end is refused before it is read', () => {
    for (const text of ['['.repeat(200_000), `{"a":`.repeat(3_000), `[${'{"of":['.repeat(300)}`]) {
      const { read } = took(text);
      expect(read.kind === 'faults' && read.faults.map((f) => f.reason.code)).toEqual(['json-too-deep']);
    }
    expect(depthOf('{"a":"[[[[","b":"\\"[["}')).toBe(1);
    expect(depthOf('[[1],{"a":[2]}]')).toBe(3);
  });
});
