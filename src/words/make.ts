import { IntlMessageFormat, type PrimitiveType } from 'intl-messageformat';
import type { Prose } from '@/core/kernel/reason';
import { type Measured, type Units, UNITS } from '@/core/quantity';
import { lists } from './intl';
import { formattersIn, MEASURE_STYLES, measureText } from './measures';

export const LOCALES = ['en-GB', 'en-US'] as const;
export type Locale = (typeof LOCALES)[number];

export type MessageFacts = Readonly<Record<string, PrimitiveType>>;

/** The words of one language. @typeParam Key messages that are there for certain */
export interface WordsOf<Key extends string> {
  readonly locale: Locale;
  /** Puts a message of the catalogue into words (ICU message syntax). */
  readonly t: (key: Key, facts?: MessageFacts) => string;
  /** The same for a key made from data; an unknown key shows itself rather than nothing. */
  readonly tCode: (key: string, facts?: MessageFacts) => string;
  /** The decimal sign of the language. */
  readonly decimal: '.' | ',';
  /** How the language measures: tape and gauge. */
  readonly units: Units;
  /** The unit of a bare figure in a field, as it is written. */
  readonly unit: (kind: Measured) => string;
  /** What was measured (mm, m or N), with its unit: `76 mm` or `3 in`. */
  readonly measure: (kind: Measured, value: number) => string;
  readonly has: (key: string) => boolean;
  /** Catalogue prose in this language, or else in whichever it has. */
  readonly prose: (prose: Prose) => string;
  readonly list: (items: readonly string[]) => string;
  readonly or: (items: readonly string[]) => string;
}

/** The nearest language that the catalogue has. */
export function localeOf(tag: string): Locale {
  return LOCALES.find((l) => l === tag) ?? 'en-GB';
}

/** Messages by language: en-GB is whole; en-US holds what differs. */
export type Catalogue<Key extends string> = Readonly<{
  'en-GB': Readonly<Record<Key, string>>;
  'en-US': Readonly<Partial<Record<Key, string>>>;
}>;

/** Gives the words of a catalogue by language; each is made once, since compiling messages costs. */
export function wordsOf<Key extends string>(catalogue: Catalogue<Key>): (locale: Locale) => WordsOf<Key> {
  const made = new Map<Locale, WordsOf<Key>>();
  return (locale) => {
    const words = made.get(locale) ?? make(catalogue, locale);
    made.set(locale, words);
    return words;
  };
}

function make<Key extends string>(catalogue: Catalogue<Key>, locale: Locale): WordsOf<Key> {
  const messages: Readonly<Record<string, string | undefined>> = {
    ...catalogue['en-GB'],
    ...catalogue[locale],
  };
  const units: Units = locale === 'en-US' ? 'us' : 'metric';
  const formatters = formattersIn(locale, units);
  const compiled = new Map<string, IntlMessageFormat>();
  const tCode = (key: string, facts?: MessageFacts): string => {
    const text = messages[key];
    if (text === undefined) return key;
    let message = compiled.get(key);
    if (!message)
      compiled.set(key, (message = new IntlMessageFormat(text, locale, MEASURE_STYLES, { formatters })));
    try {
      return String(message.format(facts));
    } catch {
      // A fact that is wanting is a fault of ours; the page with everything else on it stands all the same.
      return text;
    }
  };
  return {
    locale,
    t: tCode,
    tCode,
    decimal: new Intl.NumberFormat(locale).format(0.5).includes(',') ? ',' : '.',
    units,
    unit: (kind) => UNITS[kind][units].name,
    measure: (kind, value) => measureText(kind, value, locale, units),
    has: (key) => messages[key] !== undefined,
    prose: (p) => p[locale] ?? p[locale.split('-')[0] ?? ''] ?? Object.values(p)[0] ?? '',
    list: (items) => lists(locale, 'conjunction').format(items),
    or: (items) => lists(locale, 'disjunction').format(items),
  };
}
