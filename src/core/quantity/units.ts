import { readFigure, type FigureRead } from './readFigure';

/** The two ways a shop measures. Which one goes with which language, its words say. */
export type Units = 'metric' | 'us';

/** What is measured by hand: what a tape reads in small, a way to a wall or along a vehicle, and a pull. */
export type Measured = 'length' | 'distance' | 'force';

/** Two figures that differ by less are one figure, mm, m or N. */
const EVEN = 1e-6;

interface Unit {
  readonly name: 'mm' | 'm' | 'N' | 'in' | 'ft' | 'lbf';
  /** What one of it is: mm of a length, m of a distance, N of a force. Source: NIST SP 811, exact or to seven digits. */
  readonly is: number;
  /** Decimals that a field shows of what is known already. */
  readonly decimals: number;
}

/** The units of both ways. What is kept is always mm, m or N. */
export const UNITS: Readonly<Record<Measured, Readonly<Record<Units, Unit>>>> = {
  length: {
    metric: { name: 'mm', is: 1, decimals: 0 },
    us: { name: 'in', is: 25.4, decimals: 2 },
  },
  distance: {
    metric: { name: 'm', is: 1, decimals: 6 },
    us: { name: 'ft', is: 0.3048, decimals: 3 },
  },
  force: {
    metric: { name: 'N', is: 1, decimals: 0 },
    us: { name: 'lbf', is: 4.448222, decimals: 1 },
  },
};

/** Millimetres per unit, by the ways people write it. Source: the inch is 25.4 mm exactly (1959 agreement). */
export const WRITTEN_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  '"': 25.4,
  '″': 25.4,
  ft: 304.8,
  "'": 304.8,
  '′': 304.8,
};

/** Units that may be written behind a figure, by how they are written: mm, m or N of one. */
const WRITTEN: Readonly<Record<Measured, Readonly<Record<string, number>>>> = {
  length: WRITTEN_MM,
  distance: Object.fromEntries(Object.entries(WRITTEN_MM).map(([name, mm]) => [name, mm / 1000])),
  force: { n: 1, lbf: 4.448222, lb: 4.448222, kgf: 9.80665 },
};

/** Whether a figure stands without its unit: nobody can tell then which was meant, where several are usual. */
export const isBare = (typed: string): boolean => !/[\p{L}"″'′]/u.test(typed);

/** How figures are typed: the sign before the fraction, the units of a bare figure, whether one may be below nothing. */
export interface TypedHow {
  readonly decimal: string;
  readonly units: Units;
  readonly signed?: boolean;
}

/**
 * Reads what was measured: a bare figure is in the unit of the language, another one may be written behind it
 * (`76 mm`, `3 in`, `2 1/2 in`, `15 lbf`).
 * @returns mm of a length, m of a distance, N of a force; or what is wrong with it
 */
export function readMeasure(typed: string, kind: Measured, how: TypedHow): FigureRead {
  const scaled = (value: number, by: number): FigureRead => ({
    kind: 'figure',
    value: Math.round(value * by * 1e6) / 1e6,
  });
  const text = typed.trim();
  const [, minus = '', figure = '', above, below, unit = ''] =
    /^([-−]?)\s*(\d[\d.,]*)?(?:(?:(?<=\d)\s+|(?<![\d.,]))(\d+)\s*\/\s*(\d+))?\s*([\p{L}"″'′]*)$/u.exec(
      text,
    ) ?? [];
  const by = unit === '' ? UNITS[kind][how.units].is : WRITTEN[kind][unit.toLowerCase()];
  if (by === undefined) return readFigure(typed, how.decimal, how.signed);
  const whole = readFigure(`${minus}${figure || (above ? '0' : '')}`, how.decimal, how.signed ?? false);
  if (whole.kind === 'fault')
    return readFigure(unit === '' ? typed : `${minus}${figure}`, how.decimal, how.signed);
  if (above === undefined) return scaled(whole.value, by);
  if (Number(below) === 0) return { kind: 'fault', code: 'not-a-figure', typed: text, better: '' };
  const part = Number(above) / Number(below);
  return scaled(minus ? -(Math.abs(whole.value) + part) : whole.value + part, by);
}

/**
 * What is known, as a field has it: in the unit of the language without its name, without idle noughts. What does not come out even
 * in that unit was measured in the other one, and stands in it with its name: nothing that is shown and sent again moves.
 */
export function typedAs(kind: Measured, value: number, how: Pick<TypedHow, 'decimal' | 'units'>): string {
  const shown = (units: Units) => {
    const { is, decimals, name } = UNITS[kind][units];
    const n = Number((value / is).toFixed(decimals));
    return { text: String(n === 0 ? 0 : n).replace('.', how.decimal), off: Math.abs(n * is - value), name };
  };
  const here = shown(how.units);
  if (how.units === 'metric' || here.off < EVEN) return here.text;
  const metric = shown('metric');
  return `${metric.text} ${metric.name}`;
}

/** The same with the name of its unit in any case. */
export function typedWithUnit(
  kind: Measured,
  value: number,
  how: Pick<TypedHow, 'decimal' | 'units'>,
): string {
  const text = typedAs(kind, value, how);
  return isBare(text) ? `${text} ${UNITS[kind][how.units].name}` : text;
}
