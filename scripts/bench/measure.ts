import { performance } from 'node:perf_hooks';

/** One line of the bench's table. */
export interface Row {
  readonly what: string;
  readonly size: string;
  readonly runs: number;
  readonly medianMs: number;
  readonly p95Ms: number;
  readonly worstMs: number;
  /** Anything besides time that is to be seen. */
  readonly note?: string;
}

const round = (ms: number) => Math.round(ms * 100) / 100;

/** Runs work to warm up (once, unless said otherwise: a server has been running for a while), then so many times. */
export async function measured(
  what: string,
  size: string,
  runs: number,
  work: (run: number) => unknown,
  warmUps = 1,
): Promise<Row> {
  for (let i = 0; i < warmUps; i += 1) await work(-i);
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const began = performance.now();
    await work(i + 1);
    times.push(performance.now() - began);
  }
  return asRow(what, size, times);
}

/** A row of times that were taken elsewhere. */
export function asRow(what: string, size: string, times: readonly number[], note?: string): Row {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) =>
    round(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0);
  return {
    what,
    size,
    runs: sorted.length,
    medianMs: at(0.5),
    p95Ms: at(0.95),
    worstMs: round(sorted.at(-1) ?? 0),
    ...(note ? { note } : {}),
  };
}

/** Rows as lines of a table. */
export const tableOf = (rows: readonly Row[]): string =>
  [
    ['what', 'size', 'runs', 'median ms', 'p95 ms', 'worst ms', ''],
    ...rows.map((r) => [r.what, r.size, r.runs, r.medianMs, r.p95Ms, r.worstMs, r.note ?? '']),
  ]
    .map((cells) => cells.join(' | '))
    .join('\n');
