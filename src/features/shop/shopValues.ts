/** What a shop is, as it is typed. */
export interface ShopValues {
  readonly name: string;
  readonly zone: string;
  readonly locale: string;
  readonly currency: string;
  readonly hour: string;
  readonly tax: string;
  readonly opens: string;
  readonly closes: string;
  readonly market: string;
  readonly bays: readonly string[];
  readonly sheetHead: string;
  readonly sheetFoot: string;
}

/** What is wrong with a form, by path. */
export type Faults = Readonly<Record<string, string>>;

/** Minutes of the day as a clock time, `07:30`. */
export const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** A clock time as minutes of the day; NaN: it is none. */
function minutesOf(text: string): number {
  const [, h, m] = /^(\d{1,2}):(\d{2})$/.exec(text.trim()) ?? [];
  return h === undefined || m === undefined ? NaN : Number(h) * 60 + Number(m);
}

/** A figure with two places at the most, in hundredths; NaN: it is none. */
function hundredths(text: string, decimal: '.' | ','): number {
  const typed = text.trim().replace(decimal, '.');
  return /^\d{1,8}(\.\d{1,2})?$/.test(typed) ? Math.round(Number(typed) * 100) : NaN;
}

/** A shop’s settings as they are kept. */
export interface ShopKept {
  readonly name: string;
  readonly zone: string;
  readonly locale: string;
  readonly currency: string;
  readonly hourMinor: number;
  readonly taxBp: number;
  readonly openMin: number;
  readonly closeMin: number;
  readonly market: string;
  readonly bays: readonly string[];
  readonly sheetHead: string;
  readonly sheetFoot: string;
}

/** What is kept, as it is typed. */
export function typedOf(kept: ShopKept, decimal: '.' | ','): ShopValues {
  const figure = (n: number) => (n / 100).toFixed(2).replace('.', decimal);
  return {
    ...kept,
    hour: figure(kept.hourMinor),
    tax: figure(kept.taxBp),
    opens: clock(kept.openMin),
    closes: clock(kept.closeMin),
  };
}

/** What is typed, as it is kept; or what is wrong with the figures, by field. */
export function keptOf(v: ShopValues, decimal: '.' | ','): { kept: ShopKept } | { faults: Faults } {
  const { hour, tax, opens, closes, ...rest } = v;
  const figures = {
    hourMinor: hundredths(hour, decimal),
    taxBp: hundredths(tax, decimal),
    openMin: minutesOf(opens),
    closeMin: minutesOf(closes),
  };
  const bad = Object.entries(figures).filter(([, n]) => Number.isNaN(n));
  if (bad.length > 0) return { faults: Object.fromEntries(bad.map(([k]) => [k, 'not-a-figure'])) };
  return {
    kept: {
      ...rest,
      ...figures,
      name: rest.name.trim(),
      zone: rest.zone.trim(),
      currency: rest.currency.trim().toUpperCase(),
      bays: rest.bays.map((b) => b.trim()),
      sheetHead: rest.sheetHead.trim(),
      sheetFoot: rest.sheetFoot.trim(),
    },
  };
}
