import { type Reason, reason } from '../../kernel/reason';
import type { AngleType, AngularMap } from '../photometry/angular';

/** A file of IES LM-63 (1991 to 2019), as it stands: what is written out of it again is the same. */
export interface IesFile {
  /** `IESNA:LM-63-2002`; empty: the first form, which says nothing. */
  readonly version: string;
  /** Keyword lines as they stand: `[MANUFAC] …`. */
  readonly keywords: readonly string[];
  /** `NONE`, or the factors over tilt that stand in the file. */
  readonly tilt:
    | 'NONE'
    | { readonly geometry: number; readonly angles: readonly number[]; readonly factors: readonly number[] };
  readonly lamps: number;
  /** Per lamp; −1: the candela are absolute. */
  readonly lumens: number;
  readonly multiplier: number;
  readonly type: AngleType;
  /** 1 feet, 2 metres. */
  readonly units: 1 | 2;
  readonly width: number;
  readonly length: number;
  readonly height: number;
  readonly ballast: number;
  /** Ballast-lamp factor or file generation, by version; kept. */
  readonly future: number;
  readonly watts: number;
  readonly v: readonly number[];
  readonly h: readonly number[];
  /** As they stand, by h then v: times multiplier and ballast factor they are cd. */
  readonly values: readonly (readonly number[])[];
}

/** A file that was read, or what is wrong with it and where. */
export type ReadPhotometry<F> =
  { readonly kind: 'file'; readonly file: F } | { readonly kind: 'fault'; readonly reason: Reason };

const fault = (form: 'IES' | 'EULUMDAT', what: 'form' | 'short' | 'number' | 'angles' | 'size', at: string) =>
  ({ kind: 'fault', reason: reason('photometry-file', { form, what, at }) }) as const;

const TYPES: Readonly<Record<string, AngleType>> = { 1: 'C', 2: 'B', 3: 'A' };
/** *Setting*: angles either way at the most. */
const MOST = 2000;

/** Reads an IES file. Missing values, angles that do not rise and figures that are none are told with their place. */
export function readIes(text: string): ReadPhotometry<IesFile> {
  const lines = text.split(/\r\n|\r|\n/);
  const tiltAt = lines.findIndex((l) => l.trim().toUpperCase().startsWith('TILT='));
  if (tiltAt < 0) return fault('IES', 'form', 'TILT=');
  const head = lines.slice(0, tiltAt).filter((l) => l.trim() !== '');
  const version = /^IES/i.test(head[0]?.trim() ?? '') ? (head[0]?.trim() ?? '') : '';
  const tilt = (lines[tiltAt] ?? '').trim().slice(5).trim().toUpperCase();
  if (tilt !== 'NONE' && tilt !== 'INCLUDE') return fault('IES', 'form', `TILT=${tilt}`);
  const words = lines
    .slice(tiltAt + 1)
    .join(' ')
    .split(/[\s,]+/)
    .filter((w) => w !== '');
  let at = 0;
  let bad: string | null = null;
  const next = (): number => {
    const word = words[at];
    at += 1;
    const n = Number(word);
    if (word === undefined) bad ??= 'short';
    else if (!Number.isFinite(n)) bad ??= word;
    return Number.isFinite(n) ? n : 0;
  };
  const many = (n: number): number[] => Array.from({ length: n }, next);
  let factors: IesFile['tilt'] = 'NONE';
  if (tilt === 'INCLUDE') {
    const [geometry, n] = [next(), next()];
    if (!(n >= 1 && n <= MOST && Number.isInteger(n))) return fault('IES', 'size', 'TILT');
    factors = { geometry, angles: many(n), factors: many(n) };
  }
  const [lamps, lumens, multiplier, nv, nh, type, units, width, length, height] = many(10) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const [ballast, future, watts] = many(3) as [number, number, number];
  const kind = TYPES[String(type)];
  if (bad === null && !kind) return fault('IES', 'form', `type ${type}`);
  if (bad === null && ![nv, nh].every((n) => Number.isInteger(n) && n >= 1 && n <= MOST))
    return fault('IES', 'size', `${nv} × ${nh}`);
  if (bad !== null) return fault('IES', bad === 'short' ? 'short' : 'number', bad);
  const [v, h] = [many(nv), many(nh)];
  const values = h.map(() => many(nv));
  if (bad !== null)
    return fault('IES', bad === 'short' ? 'short' : 'number', bad === 'short' ? `${words.length}` : bad);
  if (!rising(v) || !rising(h)) return fault('IES', 'angles', rising(v) ? 'H' : 'V');
  return {
    kind: 'file',
    file: {
      version,
      keywords: head.slice(version === '' ? 0 : 1),
      tilt: factors,
      lamps,
      lumens,
      multiplier,
      type: kind ?? 'C',
      units: units === 1 ? 1 : 2,
      width,
      length,
      height,
      ballast,
      future,
      watts,
      v,
      h,
      values,
    },
  };
}

const rising = (list: readonly number[]): boolean =>
  list.every((x, i) => i === 0 || x > (list[i - 1] ?? -Infinity));

/** Writes an IES file: what was read comes out with the same figures and keywords. */
export function writeIes(f: IesFile): string {
  const type = Object.entries(TYPES).find(([, t]) => t === f.type)?.[0] ?? '1';
  const rows = (list: readonly number[]): string[] =>
    Array.from({ length: Math.ceil(list.length / 10) }, (_, i) => list.slice(i * 10, i * 10 + 10).join(' '));
  return [
    ...(f.version === '' ? [] : [f.version]),
    ...f.keywords,
    ...(f.tilt === 'NONE'
      ? ['TILT=NONE']
      : [
          'TILT=INCLUDE',
          String(f.tilt.geometry),
          String(f.tilt.angles.length),
          ...rows(f.tilt.angles),
          ...rows(f.tilt.factors),
        ]),
    [
      f.lamps,
      f.lumens,
      f.multiplier,
      f.v.length,
      f.h.length,
      type,
      f.units,
      f.width,
      f.length,
      f.height,
    ].join(' '),
    [f.ballast, f.future, f.watts].join(' '),
    ...rows(f.v),
    ...rows(f.h),
    ...f.values.flatMap(rows),
    '',
  ].join('\r\n');
}

/** The intensities of a file, cd: its values times its multiplier and its ballast factor. @param looks where the lamp's axis lies, of a type C file */
export const iesMap = (f: IesFile, looks?: 'down' | 'ahead'): AngularMap => ({
  type: f.type,
  h: f.h,
  v: f.v,
  candela: f.values.map((row) => row.map((x) => x * f.multiplier * f.ballast)),
  ...(looks ? { looks } : {}),
});

export { fault as photometryFault };
