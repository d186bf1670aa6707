import { IntlMessageFormat, type PrimitiveType } from 'intl-messageformat';
import type { Prose } from '@/core/kernel/reason';
import { type Measured, type Units, UNITS } from '@/core/quantity';
import enGB from './en-GB.json';
import enUS from './en-US.json';
import { lists } from './intl';
import { formattersIn, MEASURE_STYLES, measureText } from './measures';

/** A message of the catalogue. en-GB is whole; en-US holds what differs. */
export type MessageKey = keyof typeof enGB & string;
export const LOCALES = ['en-GB', 'en-US'] as const;
export type Locale = (typeof LOCALES)[number];

const CATALOGUES: Readonly<Record<Locale, Readonly<Record<string, string>>>> = {
  'en-GB': enGB,
  'en-US': { ...enGB, ...enUS },
};

export type MessageFacts = Readonly<Record<string, PrimitiveType>>;

/** The words of one language. */
export interface Words {
  readonly locale: Locale;
  /** Puts a message of the catalogue into words (ICU message syntax). */
  readonly t: (key: MessageKey, facts?: MessageFacts) => string;
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

const made = new Map<Locale, Words>();

/** The words of a language; made once, since compiling messages costs. */
export function wordsIn(locale: Locale): Words {
  const known = made.get(locale);
  if (known) return known;
  const messages = CATALOGUES[locale];
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
  const words: Words = {
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
  made.set(locale, words);
  return words;
}
