import { type Reason, reason, type GivenFacts, type ReasonCode } from '../kernel/reason';

/** A current in A, or why it cannot be read. */
export type CurrentReading =
  | { readonly kind: 'current'; readonly currentA: number }
  | { readonly kind: 'fault'; readonly reason: Reason };

/**
 * Reads a current as people type it: `0.5`, `0.5 A`, `480 mA`. Without a unit it is in ampere. The decimal sign is
 * that of the language; the other is refused, since it may be a thousands mark.
 * @returns A, never negative; or why it cannot be read
 */
export function readCurrent(typed: string, decimal: '.' | ','): CurrentReading {
  const fault = <C extends ReasonCode>(code: C, ...facts: GivenFacts<C>): CurrentReading => ({
    kind: 'fault',
    reason: reason(code, ...facts),
  });
  const match = /^(-?)(\d*[.,]?\d+)\s*(a|ma)?$/i.exec(typed.trim());
  if (typed.trim() === '') return fault('current-empty');
  if (!match) return fault('current-unreadable', { typed });
  const [, minus, number = '', unit = 'a'] = match;
  if (minus) return fault('current-negative', { typed });
  if (number.includes(decimal === '.' ? ',' : '.')) return fault('length-decimal', { typed, decimal });
  const value = Number(number.replace(',', '.')) * (unit.toLowerCase() === 'ma' ? 0.001 : 1);
  return { kind: 'current', currentA: Math.round(value * 1e6) / 1e6 };
}
