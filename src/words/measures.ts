import type { Formatters } from 'intl-messageformat';
import { type Measured, type Units, UNITS } from '@/core/quantity';
import { numbers } from './intl';

/** Decimals that prose shows; a small figure keeps its first digit. */
const DECIMALS: Readonly<Record<Measured, Readonly<Record<Units, number>>>> = {
  length: { metric: 0, us: 1 },
  distance: { metric: 2, us: 1 },
  force: { metric: 0, us: 1 },
};

/** A minus as print has it: a hyphen before a figure is read as a dash. */
export const withMinus = (text: string) => text.replace('-', '−');

/** What was measured, with its unit: `76 mm` or `3 in`. @param value mm of a length, m of a distance, N of a force */
export function measureText(
  kind: Measured,
  value: number,
  locale: string,
  units: Units,
  decimals = DECIMALS[kind][units],
): string {
  const { name, is } = UNITS[kind][units];
  const shown = value / is;
  const kept = shown !== 0 && Math.abs(shown) < 0.5 * 10 ** -decimals ? firstDigit(shown) : decimals;
  return `${withMinus(numbers(locale, kept).format(shown))} ${name}`;
}

/** Decimals down to the first digit of a figure that would else be nothing; at most six. */
const firstDigit = (x: number) => Math.min(6, Math.ceil(-Math.log10(Math.abs(x))));

type Style = NonNullable<Parameters<Formatters['getNumberFormat']>[1]>;

/** Number styles of messages: `{mm, number, length}` is what was measured, in the units of the language. */
const styles: Readonly<Record<Measured, Style & { readonly measured: Measured }>> = {
  length: { measured: 'length' },
  distance: { measured: 'distance' },
  force: { measured: 'force' },
};
export const MEASURE_STYLES = { number: styles };

/** Puts into words what was measured, where a message names one of the styles above. */
class MeasureFormat extends Intl.NumberFormat {
  constructor(
    private readonly kind: Measured,
    private readonly locale: string,
    private readonly units: Units,
  ) {
    super(locale);
  }
  override format(value: number | bigint | string): string {
    // A figure that was put into words before would be put into words twice.
    if (typeof value !== 'number') throw new TypeError(`${this.kind}: a number is wanted, not “${value}”`);
    return measureText(this.kind, value, this.locale, this.units);
  }
}

/** Formatters of a language that know the styles above; each is made once, since making one costs more than using it. */
export function formattersIn(locale: string, units: Units): Formatters {
  const made = new Map<string, Intl.NumberFormat>();
  const rules = new Map<string, Intl.PluralRules>();
  const once = <T>(of: Map<string, T>, key: string, make: () => T): T => {
    const known = of.get(key) ?? make();
    of.set(key, known);
    return known;
  };
  return {
    getNumberFormat: (_, style?: Style & { readonly measured?: Measured }) =>
      once(made, JSON.stringify(style ?? null), () =>
        style?.measured
          ? new MeasureFormat(style.measured, locale, units)
          : new Intl.NumberFormat(locale, style),
      ),
    getDateTimeFormat: (...args) => new Intl.DateTimeFormat(...args),
    getPluralRules: (_, how) => once(rules, how?.type ?? 'cardinal', () => new Intl.PluralRules(locale, how)),
  };
}
