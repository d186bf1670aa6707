import type { Reason } from '../kernel/reason';
import { readLength } from './length';

/** A range in mm, or why it cannot be read. */
export type LengthRangeReading =
  | { readonly kind: 'range'; readonly fromMm: number; readonly toMm: number }
  | { readonly kind: 'fault'; readonly reason: Reason };

/**
 * Reads a span of lengths as people say it: `1/4 to 3/8 in`, `6-8 mm`, `10 … 12`, or one length, which is a span of
 * nothing. A unit at the end holds for both; the smaller comes first whichever was said first.
 */
export function readLengthRange(typed: string, decimal: '.' | ','): LengthRangeReading {
  const parts = typed.trim().split(/\s*(?:\bto\b|–|…|(?<=[\d"″'a-z])\s*-\s*(?=\d))\s*/i);
  const unit = /[a-z"″']+\s*$/i.exec(typed.trim())?.[0] ?? '';
  const read = parts.map((p) => readLength(/[a-z"″']\s*$/i.test(p) ? p : `${p} ${unit}`, decimal));
  const bad = read.find((r) => r.kind === 'fault');
  if (bad?.kind === 'fault') return bad;
  const mm = read.flatMap((r) => (r.kind === 'length' ? [r.mm] : []));
  return { kind: 'range', fromMm: Math.min(...mm), toMm: Math.max(...mm) };
}
