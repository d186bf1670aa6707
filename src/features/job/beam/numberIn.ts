import { type Measured, readMeasure, type TypedHow } from '@/core/quantity';

/** A figure as it was typed; null: it is none. Below nothing only where that can be. */
export function numberIn(typed: string, decimal: string, signed = false): number | null {
  const text = typed.trim().replace(decimal, '.').replace('−', '-');
  if (!(signed ? /^-?\d+(\.\d+)?$/ : /^\d+(\.\d+)?$/).test(text)) return null;
  return Number(text);
}

/** What was measured, as it was typed, in mm, m or N; null: it is none. */
export function measureIn(typed: string, kind: Measured, how: TypedHow): number | null {
  const read = readMeasure(typed, kind, how);
  return read.kind === 'figure' ? read.value : null;
}
