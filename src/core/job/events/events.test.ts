import { describe, expect, it } from 'vitest';
import { GB } from '@/words/words';
import { PERMISSION_NAMES } from '../rights';
import { type AnyEvent, EVENT_KINDS, type EventType, kindOf } from '.';
import { GOOD } from '../testing/goodBodies';
import { basisToAfter } from './kind';
import { bodyFaults, liftBody, lifted, parseEntry } from './parse';

const TYPES = Object.keys(EVENT_KINDS) as EventType[];
const head = {
  id: '01a21891-cc29-7396-858a-3879fa9bef4e',
  job: 'j',
  at: '2026-06-01T11:00:00.000Z',
  device: 'd',
  deviceSeq: 1,
  user: 'u',
};
const entry = (type: EventType, body: unknown, more: object = {}) => ({
  ...head,
  type,
  v: kindOf(type).v,
  body,
  ...more,
});
const codes = (sent: unknown) => {
  const parsed = parseEntry(sent);
  return parsed.kind === 'faults' ? parsed.faults.map((f) => `${f.path} ${f.code}`) : [];
};

describe.each(TYPES)('%s', (type) => {
  const kind = kindOf(type);
  const good = GOOD[type] as Readonly<Record<string, unknown>>;

  it('has all its parts', () => {
    expect(kind.type).toBe(type);
    expect(kind.v).toBe(kind.lifts.length + 1);
    expect(PERMISSION_NAMES).toContain(kind.needs(good));
    expect(Object.keys(GB)).toContain(kind.words);
    expect(typeof kind.reduce({ all: [], standing: [] })).toBe('object');
    // A type that sets a value names what it saw of it, and no other does.
    expect(kind.value !== undefined).toBe('after' in good);
    if (kind.value) expect(kind.value(good).length).toBeGreaterThan(0);
  });

  it('goes over the wire and back unchanged', () => {
    expect(bodyFaults(type, good)).toEqual([]);
    expect(JSON.parse(JSON.stringify(good))).toEqual(good);
    const sent = JSON.parse(JSON.stringify(entry(type, good))) as unknown;
    const parsed = parseEntry(sent);
    if (kind.writer === 'server') expect(parsed.kind).toBe('faults');
    else expect(parsed).toEqual({ kind: 'entry', event: sent });
  });

  it('lifts from every older version, and a body that is no such thing is left to the form', () => {
    for (let v = 1; v <= kind.v; v += 1) {
      const old = kind.lifts.includes(basisToAfter) ? asOf(v, good) : good;
      expect(liftBody(kind, v, old)).toEqual(good);
      expect(lifted({ ...entry(type, old), v } as AnyEvent).body).toEqual(good);
      if (kind.writer === 'device') expect(codes(entry(type, old, { v }))).toEqual([]);
      for (const junk of [null, 7, 'x', [], { basis: 5 }])
        expect(() => liftBody(kind, v, junk)).not.toThrow();
    }
  });

  it('says what is wrong by path and code, and never more than it knows', () => {
    for (const junk of [null, undefined, 7, 'x', []])
      expect(bodyFaults(type, junk).length).toBeGreaterThan(0);
    expect(bodyFaults(type, { ...good, more: 1 })).toContainEqual({ path: '', code: 'unknown-field' });
    for (const key of Object.keys(good)) {
      const faults = bodyFaults(type, { ...good, [key]: Symbol.iterator });
      expect(faults.map((f) => f.path.split(/[.[]/)[0])).toContain(key);
      for (const { code } of faults) expect(Object.keys(GB)).toContain(`form.${code}`);
    }
  });
});

/** A body as an older version had it. */
function asOf(v: number, good: Readonly<Record<string, unknown>>): unknown {
  if (v > 1 || !('after' in good)) return good;
  const { after, ...rest } = good;
  return { ...rest, basis: (after as readonly string[])[0] ?? null };
}

describe('the envelope', () => {
  const note = (more: object) => entry('modification-noted', { words: 'lift' }, more);
  it.each([
    [{ id: 'x' }, 'id not-uuid-v7'],
    [{ at: '2026-02-30T00:00:00.000Z' }, 'at no-real-time'],
    [{ at: '0000-01-01T00:00:00.000Z' }, 'at no-real-time'],
    [{ at: '2026-06-01T25:00:00.000Z' }, 'at no-real-time'],
    [{ deviceSeq: 2_147_483_648 }, 'deviceSeq out-of-range'],
    [{ deviceSeq: 1.5 }, 'deviceSeq not-whole'],
    [{ v: 9 }, 'v version-unknown'],
    [{ v: '1' }, 'v version-unknown'],
    [{ type: 'constructor' }, 'type not-one-of'],
    [{ type: 'release-locked' }, 'type not-one-of'],
    [{ body: { words: 'a\0b' } }, 'body.words text-not-keepable'],
    [{ body: { words: '\ud800' } }, 'body.words text-not-keepable'],
    [{ job: '\udc00' }, 'job text-not-keepable'],
    [{ more: 1 }, ' unknown-field'],
  ])('%o: %s', (more, fault) => expect(codes(note(more))).toEqual([fault]));

  it('takes what people write in any script', () => {
    expect(codes(note({ body: { words: 'Kühler 🔧 冷却' } }))).toEqual([]);
    expect(codes(note({ body: { words: 'x'.repeat(2001) } }))).toEqual(['body.words too-long']);
  });

  it('is not thrown off by anything', () => {
    const deep = JSON.parse('['.repeat(200) + ']'.repeat(200)) as unknown;
    for (const sent of [
      null,
      1,
      'x',
      [],
      {},
      deep,
      { type: 'void', body: deep },
      JSON.parse('{"__proto__":1}'),
      JSON.parse('{"constructor":1}'),
      JSON.parse('{"toString":1}'),
    ])
      expect(parseEntry(sent).kind).toBe('faults');
  });
});

describe('what a form asks besides', () => {
  it('a verdict that is not settled takes reason and consent, which only a lead may write', () => {
    const body = { ...GOOD['lamp-chosen'], verdict: 'check-first' };
    expect(bodyFaults('lamp-chosen', body)).toEqual([{ path: '', code: 'override-needed' }]);
    const override = { words: 'w', consent: 'c' };
    expect(bodyFaults('lamp-chosen', { ...body, override })).toEqual([]);
    expect(EVENT_KINDS['lamp-chosen'].needs({ ...GOOD['lamp-chosen'], override })).toBe('override-verdict');
    expect(EVENT_KINDS['lamp-chosen'].needs(GOOD['lamp-chosen'])).toBe('choose-parts');
  });
  it('a step that was done otherwise says how', () => {
    const tick = { ...GOOD['step-ticked'], outcome: 'differs' };
    expect(bodyFaults('step-ticked', tick)).toEqual([{ path: '', code: 'words-needed' }]);
    expect(bodyFaults('step-ticked', { ...tick, words: ' ' })).toEqual([{ path: '', code: 'words-needed' }]);
  });
  it('a person’s item never has a rule’s id', () => {
    const raised = { ...GOOD['item-raised'], item: 'baseline:heads' };
    expect(bodyFaults('item-raised', raised)).toEqual([{ path: 'item', code: 'rules-own-id' }]);
  });
  it('a day is in the calendar', () => {
    const body = (due: string) => bodyFaults('part-moved', { ...GOOD['part-moved'], due });
    expect(body('2026-02-29')).toEqual([{ path: 'due', code: 'malformed' }]);
    expect(body('2028-02-29')).toEqual([]);
  });
  it('at most sixteen entries of a value were seen', () => {
    const after = Array.from({ length: 17 }, (_, i) => `e${i}`);
    expect(bodyFaults('as-found', { ...GOOD['as-found'], after })).toEqual([
      { path: 'after', code: 'too-many' },
    ]);
  });
});
