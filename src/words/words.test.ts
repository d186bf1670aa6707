import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { IntlMessageFormat } from 'intl-messageformat';
import { PERMISSION_NAMES, AS_FOUND, ITEM_ORIGINS, STAGES } from '@/core/job';
import { describe, expect, it } from 'vitest';
import { ALL_OFF } from '@/core/controls';
import { FIGURE_NAMES } from '@/core/electric/formulas';
import { WISHES } from '@/core/fitment';
import { reason } from '@/core/kernel/reason';
import {
  BUILT_IN_FACT_KEYS,
  DUTIES,
  FACT_SOURCES,
  LAMP_FUNCTIONS,
  LIGHT_COLOURS,
  POSITION_ROLES,
} from '@/core/vehicle';
import { AUDIT_ABOUT, KEY_OPENS } from '@/server/db/schema';
import { LOCALES, localeOf } from './make';
import frameGB from './frame/en-GB.json';
import frameUS from './frame/en-US.json';
import { frameWordsIn } from './frameWords';
import { GB, US, wordsIn } from './words';
import workGB from './work/en-GB.json';
import workUS from './work/en-US.json';
import { wording } from './wording';

const gb: Readonly<Record<string, string>> = GB;

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((e) => e.isFile() && /\.tsx?$/.test(e.name) && !/\.test\./.test(e.name))
    .map((e) => readFileSync(path.join(e.parentPath, e.name), 'utf8'));
}

describe('the catalogue', () => {
  it('has well-formed messages in every language, and en-US changes only what exists', () => {
    for (const [key, text] of [...Object.entries(GB), ...Object.entries(US)]) {
      expect(gb[key], key).toBeDefined();
      expect(() => new IntlMessageFormat(text, 'en'), key).not.toThrow();
    }
  });

  it('spells for both languages: what is spelled otherwise in the US stands in en-US', () => {
    const british = /colour|levelling|catalogue|centre|licence|tyre|windscreen|grey|litre|kerb|spanner/i;
    // Names of arguments and of their branches are no words.
    const said = (text: string) => text.replace(/\{\w+(, select,)?|\w+(-\w+)* \{/g, '');
    const us: Readonly<Record<string, string>> = US;
    const left = Object.entries(gb).filter(([k, v]) => british.test(said(us[k] ?? v)));
    expect(left).toEqual([]);
  });

  it('fills the same gaps in both languages', () => {
    const format = (text: string) => new IntlMessageFormat(text, 'en').getAst();
    const gapsOf = (nodes: ReturnType<typeof format>): string[] =>
      nodes.flatMap((n) => [
        ...('value' in n && n.type !== 0 ? [n.value] : []),
        ...('options' in n ? Object.values(n.options).flatMap((o) => gapsOf(o.value)) : []),
      ]);
    const gaps = (text: string) => [...new Set(gapsOf(format(text)))].sort();
    for (const [key, text] of Object.entries(US)) expect(gaps(text), key).toEqual(gaps(gb[key] ?? ''));
  });

  it('has no exclamation marks', () => {
    expect(Object.values(GB).filter((m) => m.includes('!'))).toEqual([]);
  });

  it('words every term that the core knows', () => {
    const terms = [
      ...STAGES.map((s) => `stage.${s}`),
      ...[...LAMP_FUNCTIONS, ...DUTIES].map((f) => `does.${f}`),
      ...LIGHT_COLOURS.map((c) => `colour.${c}`),
      ...POSITION_ROLES.map((r) => `position.${r}`),
      ...FACT_SOURCES.map((s) => `source.${s}`),
      ...AS_FOUND.map((f) => `found.${f}`),
      ...ITEM_ORIGINS.map((o) => `origin.${o}`),
      ...WISHES.map((w) => `wish.${w}`),
      ...BUILT_IN_FACT_KEYS.flatMap((k) => [`fact.${k.id}`, ...(k.look ? [`look.${k.look.id}`] : [])]),
      ...BUILT_IN_FACT_KEYS.flatMap((k) =>
        k.type.kind === 'choice' ? k.type.values.map((v) => `value.${k.id}.${v}`) : [],
      ),
    ];
    expect(terms.filter((t) => gb[t] === undefined)).toEqual([]);
  });

  it('words every reason that core and formats can give', () => {
    const codes = [...sources('src/core'), ...sources('src/formats')].flatMap((text) =>
      [...text.matchAll(/(?:reason|fault)\(\s*(?:`[^`]*`,\s*|[\w.]+, )?'([a-z-]+)'/g)].map((m) => m[1]),
    );
    expect(codes.length).toBeGreaterThan(40);
    expect([...new Set(codes)].filter((c) => gb[`reason.${c}`] === undefined)).toEqual([]);
  });

  it('words every refusal of the server', () => {
    const codes = [
      ...sources('src/server/jobs'),
      ...sources('src/core/job/events'),
      ...sources('src/core/job/log'),
    ].flatMap((text) =>
      [...text.matchAll(/(?:return|refuse\(|code:|\?|:) ?'([a-z]+(?:-[a-z]+)+)'/g)].map((m) => m[1] ?? ''),
    );
    const worded = (c: string) =>
      ['refused', 'held', 'fault', 'reason', 'form', 'event', 'changed'].some(
        (k) => gb[`${k}.${c}`] !== undefined,
      );
    // Not said to anybody as a refusal: outcomes, permissions, acts of a bundle.
    const known = new Set([
      ...PERMISSION_NAMES,
      'not-taken',
      'known-vehicle',
      'other-author',
      'choose-lamp',
      'own-or-lead',
      'let-in',
    ]);
    expect([...new Set(codes)].filter((c) => !known.has(c) && !worded(c))).toEqual([]);
  });

  it('words every change that the server writes down, and every figure and key that a lead sees', () => {
    const changed = sources('src/server').flatMap((text) => [
      ...[...text.matchAll(/did: '([a-z-]+)'/g)].map((m) => m[1]),
      ...[...text.matchAll(/(?:line|noted)\((?:tx, )?(?:actor, )?'([a-z-]+)'/g)].map((m) => m[1]),
    ]);
    expect(changed.length).toBeGreaterThan(12);
    const keys = [
      ...changed.map((d) => `changed.${d}`),
      ...FIGURE_NAMES.map((n) => `figure.${n}`),
      ...AUDIT_ABOUT.map((a) => `changes.about-${a}`),
      ...KEY_OPENS.map((o) => `program-keys.opens-${o}`),
    ];
    expect(keys.filter((k) => gb[k] === undefined)).toEqual([]);
  });
});

describe('wording', () => {
  const say = (locale: string) =>
    wording(wordsIn(localeOf(locale)), {
      label: () => null,
      unit: (k) => (k === 'room-behind' ? 'mm' : k === 'model-year' ? 'year' : null),
    });

  it('speaks positions, facts and values', () => {
    expect(say('en-GB').position('headlamp.front.left')).toBe('headlamp left');
    expect(say('en-GB').position('work.rear.right.2')).toBe('rear work lamp 2 right');
    expect(say('en-GB').position('tail.rear.left.inner')).toBe('tail lamp left inner');
    expect(say('en-GB').value('room-behind', 63.5)).toBe('63.5 mm');
    expect(say('en-GB').value('model-year', 2021)).toBe('2021');
    expect(say('en-GB').fact('option.tow-package')).toBe('Option: tow package');
  });

  it('differs where the two languages do', () => {
    expect(say('en-GB').does('licence-plate')).toBe('number plate');
    expect(say('en-US').does('licence-plate')).toBe('license plate');
    expect(localeOf('fr')).toBe('en-GB');
    expect(LOCALES).toHaveLength(2);
  });

  it('turns a reason into a sentence, with the catalogue’s own why beside it', () => {
    const said = say('en-GB').reason(
      reason('leaf-unmet', {
        fact: 'model-year',
        value: 2017,
        from: 2018,
        subjects: ['vehicle'],
        why: { 'en-GB': 'The carrier changed.' },
      }),
    );
    expect(said).toEqual({
      text: 'Model year: 2017, needed: 2018 or later.',
      detail: 'The carrier changed.',
    });
  });
});

describe('the controls in words', () => {
  const { setting, when, reason: say } = wording(wordsIn('en-GB'), { label: () => null, unit: () => null });
  it.each([
    ['running', 'running'],
    ['key=on', 'key on'],
    ['key!=off', 'key accessory or on'],
    ['!brake', 'brake off'],
    ['key=on & (lights=low | flash)', 'key on and (lights low or flash)'],
    ['hazard | key=on & left', 'hazard or (key on and left)'],
    ['always', 'always'],
    ['no such thing', 'no such thing'],
  ])('%s', (text, words) => expect(when(text)).toBe(words));
  it('a setting by what is not at rest', () => {
    expect(setting({ ...ALL_OFF, key: 'on', lights: 'low', brake: 'yes' })).toBe(
      'key on, lights low and brake',
    );
    expect(setting(ALL_OFF)).toBe('everything at rest');
  });
  it('a reason names the state that differs, and the end of a lead by its side', () => {
    expect(say(reason('feed-extra', { states: 3, state: 'key=on' })).text).toBe(
      'Live in 3 states in which it should be dark: key on, for one.',
    );
    expect(say(reason('ring-open', { net: 'X41/1', end: 'out main/1', others: 0 })).text).toContain(
      'main/1 (lamp end)',
    );
  });
});

describe('the frame’s words', () => {
  const frame = frameWordsIn('en-GB');
  it('are no other’s as well', () => {
    expect(Object.keys(GB)).toHaveLength(Object.keys(frameGB).length + Object.keys(workGB).length);
    expect(Object.keys(US)).toHaveLength(Object.keys(frameUS).length + Object.keys(workUS).length);
  });
  it('have every family that the frame and the board make keys of', () => {
    const made = ['board', 'find', 'outbox', 'signIn']
      .flatMap((f) => sources(`src/features/${f}`))
      .filter((text) => !text.includes('useWords()'))
      .flatMap((text) => [...text.matchAll(/`([a-z.-]+\.)\$\{/g)].map((m) => m[1] ?? ''));
    expect(made.length).toBeGreaterThan(5);
    const families = new Set(made);
    const left = Object.keys(GB).filter((k) => [...families].some((f) => k.startsWith(f)) && !frame.has(k));
    expect(left).toEqual([]);
  });
});
