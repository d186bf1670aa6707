import { readFileSync } from 'node:fs';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { factsOf, type Reason, type ReasonCode } from '@/core/kernel/reason';
import type { Shelf } from '@/core/catalogue';
import { factRegistry } from '@/core/vehicle';
import { REASON_SAMPLES } from './reasonSamples';
import { wording } from './wording';
import { LOCALES, type Locale } from './make';
import { GB, wordsIn } from './words';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const registry = factRegistry(shelf.factKeys);
const messages: Readonly<Record<string, string>> = GB;
const CODES = Object.keys(REASON_SAMPLES) as ReasonCode[];

/** Names that the words of a message may use, of a reason's facts: themselves, or what wording makes of them. */
const MADE: Readonly<Record<string, readonly string[]>> = {
  at: ['at', 'subject', 'subjects'],
  is: ['is', 'value'],
  wanted: ['wanted', 'from', 'to'],
};

interface Part {
  readonly type: number;
  readonly value?: string;
  readonly options?: Readonly<Record<string, { readonly value: readonly Part[] }>>;
}
/** Every name that a message asks for, in all its branches. */
const asked = (parts: readonly Part[]): readonly string[] =>
  parts.flatMap((p) => [
    ...(p.type !== 0 && p.type !== 7 && p.value !== undefined ? [p.value] : []),
    ...Object.values(p.options ?? {}).flatMap((o) => asked(o.value)),
  ]);

const say = (locale: Locale, code: ReasonCode, facts: object) =>
  wording(wordsIn(locale), {
    label: (key) => registry.find(key)?.label ?? null,
    unit: (key) => {
      const type = registry.find(key)?.type;
      return type?.kind === 'number' ? type.unit : null;
    },
  }).reason({ code, facts } as Reason);

/** What no sentence may show: a hole, or a code that should have been worded. */
const UNWORDED =
  /[{}]|undefined|\bnull\b|NaN|\[object|: none|\(none\)|“none”|headlamp\.front|tail\.rear|turn-left|dead-segment|@vehicle/;

describe.each(CODES)('%s', (code) => {
  const facts = factsOf({ code, facts: REASON_SAMPLES[code] } as Reason);

  it('has a message that asks for facts which the reason has', () => {
    const message = messages[`reason.${code}`];
    expect(message).toBeDefined();
    const names = asked(new IntlMessageFormat(message ?? '', 'en').getAst() as unknown as readonly Part[]);
    const missing = names.filter((n) => !(MADE[n] ?? [n]).some((name) => name in facts));
    expect(missing).toEqual([]);
  });

  it.each(LOCALES)('is said in %s without a hole or a bare code', (locale) => {
    const { text, detail } = say(locale, code, facts);
    expect(text).not.toBe('');
    expect(text).not.toMatch(UNWORDED);
    expect(detail ?? '').not.toMatch(UNWORDED);
  });
});

it('no message of a reason is for a code that nobody says', () => {
  const worded = Object.keys(messages).flatMap((k) => (k.startsWith('reason.') ? [k.slice(7)] : []));
  expect(worded.filter((c) => !(c in REASON_SAMPLES))).toEqual([]);
});
