import Papa from 'papaparse';
import type { BodyOf } from '@/core/job';

const COLUMNS = ['position', 'point', 'right_mm', 'up_mm', 'lux'] as const;

/** A light reading as CSV: one line a point, the set-up in the columns that follow. */
export function readingsCsv(b: BodyOf<'light-read'>): string {
  const setUp = {
    when: b.when,
    distance_mm: b.distanceMm,
    meter: b.meter,
    stray_lux: b.strayLux ?? '',
    volts: b.volts ?? '',
    minutes_lit: b.minutesLit ?? '',
    load: b.load ?? '',
    place: b.place ?? '',
  };
  const of = (point: string, values: Readonly<Record<string, number>> | undefined) =>
    Object.entries(values ?? {}).map(([position, lux]) => ({
      position,
      point,
      up_mm: '' as string | number,
      lux,
    }));
  const rows = [
    ...of('hot-spot', b.lux),
    ...of('eye-50', b.eyeLux),
    ...of('eye-25', b.eye25Lux),
    ...Object.entries(b.columns ?? {}).flatMap(([position, column]) =>
      column.map((c) => ({ position, point: 'column', up_mm: c.upMm, lux: c.lux })),
    ),
  ].map((r) => ({ ...r, right_mm: '', ...setUp }));
  return Papa.unparse(rows, { columns: [...COLUMNS, ...Object.keys(setUp)], escapeFormulae: true });
}

/** Points of a CSV for a wall's picture: mm right and up of straight ahead, and lux; or the line that is not so. */
export function pointsOfCsv(
  text: string,
):
  | { readonly kind: 'points'; readonly points: readonly { right: string; up: string; lux: string }[] }
  | { readonly kind: 'fault'; readonly line: number } {
  const { data } = Papa.parse<Record<string, string | undefined>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
  });
  const points: { right: string; up: string; lux: string }[] = [];
  for (const [i, row] of data.entries()) {
    const [right, up, lux] = [row.right_mm, row.up_mm, row.lux].map((v) => (v ?? '').trim());
    const figure = (v: string | undefined) => v !== undefined && /^-?\d+([.,]\d+)?$/.test(v);
    if (!figure(right) || !figure(up) || !figure(lux)) return { kind: 'fault', line: i + 2 };
    points.push({ right: right ?? '', up: up ?? '', lux: lux ?? '' });
  }
  return points.length > 0 ? { kind: 'points', points } : { kind: 'fault', line: 1 };
}
