import type { AngularMap } from '../photometry/angular';
import { photometryFault as fault, type ReadPhotometry } from './ies';

/** A set of lamps in a luminaire. */
export interface LdtLamps {
  readonly count: string;
  readonly type: string;
  readonly lumens: number;
  readonly colour: string;
  readonly rendering: string;
  readonly watts: string;
}

/** An EULUMDAT file (the form of 1990), as it stands. Intensities are cd per 1000 lm over C planes. */
export interface LdtFile {
  /** Lines 1 and 8 to 12, as text: maker, report, name, number, file, date. */
  readonly texts: readonly [string, string, string, string, string, string];
  readonly type: number;
  /** 0 none, 1 about the axis, 2 to C0–C180, 3 to C90–C270, 4 to both. */
  readonly symmetry: 0 | 1 | 2 | 3 | 4;
  readonly stepC: number;
  readonly stepG: number;
  /** Sizes in mm, lines 13 to 21. */
  readonly sizes: readonly number[];
  /** Lines 22 to 25: downward share, output ratio, factor of the intensities, tilt. */
  readonly shares: readonly [number, number, number, number];
  readonly lamps: readonly LdtLamps[];
  readonly direct: readonly number[];
  readonly c: readonly number[];
  readonly g: readonly number[];
  /** By plane that is written, then γ. */
  readonly values: readonly (readonly number[])[];
}

/** How many planes are written, by symmetry, and which is the first. */
function planes(symmetry: number, count: number): readonly [number, number] {
  switch (symmetry) {
    case 1:
      return [0, 1];
    case 2:
      return [0, count / 2 + 1];
    case 3:
      return [(3 * count) / 4, count / 2 + 1];
    case 4:
      return [0, count / 4 + 1];
    default:
      return [0, count];
  }
}

/** Reads an EULUMDAT file. A decimal comma is read as a point; what is missing is told with its line. */
export function readLdt(text: string): ReadPhotometry<LdtFile> {
  const lines = text.split(/\r\n|\r|\n/).map((l) => l.trim());
  let at = 0;
  let bad: string | null = null;
  const line = (): string => {
    const l = lines[at];
    at += 1;
    if (l === undefined) bad ??= 'short';
    return l ?? '';
  };
  const number = (): number => {
    const l = line();
    const n = Number(l.replace(',', '.'));
    if (l === '' || !Number.isFinite(n)) bad ??= `${at}`;
    return Number.isFinite(n) ? n : 0;
  };
  const many = (n: number): number[] => Array.from({ length: n }, number);
  const maker = line();
  const [type, symmetry, countC, stepC, countG, stepG] = many(6) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const texts = [maker, line(), line(), line(), line(), line()] as const;
  const sizes = many(9);
  const shares = many(4) as [number, number, number, number];
  const sets = number();
  if (bad !== null) return fault('EULUMDAT', bad === 'short' ? 'short' : 'number', bad);
  const whole = (n: number, most: number) => Number.isInteger(n) && n >= 1 && n <= most;
  if (!whole(countC, 721) || !whole(countG, 721) || !whole(sets, 20))
    return fault('EULUMDAT', 'size', `${countC} × ${countG}`);
  if (![0, 1, 2, 3, 4].includes(symmetry)) return fault('EULUMDAT', 'form', `symmetry ${symmetry}`);
  const lamps = Array.from({ length: sets }, (): LdtLamps => ({
    count: line(),
    type: line(),
    lumens: number(),
    colour: line(),
    rendering: line(),
    watts: line(),
  }));
  const direct = many(10);
  const [c, g] = [many(countC), many(countG)];
  const [, written] = planes(symmetry, countC);
  if (!Number.isInteger(written)) return fault('EULUMDAT', 'size', `${countC}`);
  const values = Array.from({ length: written }, () => many(countG));
  if (bad !== null) return fault('EULUMDAT', bad === 'short' ? 'short' : 'number', bad);
  const rising = (list: readonly number[]) => list.every((x, i) => i === 0 || x > (list[i - 1] ?? -Infinity));
  if (!rising(c) || !rising(g)) return fault('EULUMDAT', 'angles', rising(c) ? 'G' : 'C');
  return {
    kind: 'file',
    file: {
      texts,
      type,
      symmetry: symmetry as LdtFile['symmetry'],
      stepC,
      stepG,
      sizes,
      shares,
      lamps,
      direct,
      c,
      g,
      values,
    },
  };
}

/** Writes an EULUMDAT file: what was read comes out with the same figures. */
export function writeLdt(f: LdtFile): string {
  const [maker, ...texts] = f.texts;
  return [
    maker,
    f.type,
    f.symmetry,
    f.c.length,
    f.stepC,
    f.g.length,
    f.stepG,
    ...texts,
    ...f.sizes,
    ...f.shares,
    f.lamps.length,
    ...f.lamps.flatMap((l) => [l.count, l.type, l.lumens, l.colour, l.rendering, l.watts]),
    ...f.direct,
    ...f.c,
    ...f.g,
    ...f.values.flat(),
    '',
  ].join('\r\n');
}

/** The intensities of a file, cd: per 1000 lm times the lumens of its lamps and its own factor. @param looks where the lamp's axis lies: no file says it */
export function ldtMap(f: LdtFile, looks: 'down' | 'ahead'): AngularMap {
  const lumens = f.lamps.reduce((sum, l) => sum + l.lumens, 0);
  const factor = (lumens / 1000) * f.shares[2];
  const [first, written] = planes(f.symmetry, f.c.length);
  const cd = (row: readonly number[]) => row.map((x) => x * factor);
  if (f.symmetry === 3) {
    // Written from C270 over C0 to C90. The other half is its mirror image: C90 to C270, the other way round.
    const list = Array.from({ length: written }, (_, i) => {
      const c = f.c[(first + i) % f.c.length] ?? 0;
      return { h: 180 - (c > 180 ? c - 360 : c), row: cd(f.values[i] ?? []) };
    }).reverse();
    return { type: 'C', h: list.map((l) => l.h), v: f.g, candela: list.map((l) => l.row), looks };
  }
  return { type: 'C', h: f.c.slice(0, written), v: f.g, candela: f.values.map(cd), looks };
}
