import { weakMapMemoize } from 'reselect';

/** Formats of a language, each made once: making one takes far longer than using it. */
export const numbers = weakMapMemoize(
  (locale: string, maximumFractionDigits: number) =>
    new Intl.NumberFormat(locale, { useGrouping: false, maximumFractionDigits }),
);
export const moneyIn = weakMapMemoize(
  (locale: string, currency: string) => new Intl.NumberFormat(locale, { style: 'currency', currency }),
);
export const datesIn = weakMapMemoize(
  (locale: string, timeZone: string) =>
    new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short', timeZone }),
);
export const lists = weakMapMemoize(
  (locale: string, type: 'conjunction' | 'disjunction') => new Intl.ListFormat(locale, { type }),
);
