import { type Reason, reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { type Units, UNITS as MEASURES } from './units';

/** What a meter showed, or why it cannot be read. */
export type MeterReading =
  | { readonly kind: 'value'; readonly value: number }
  /** The meter shows that nothing joins the two: `OL`, `open`, `∞`. */
  | { readonly kind: 'open' }
  | { readonly kind: 'fault'; readonly reason: Reason };

/** What a unit is worth, in Ω, V or N. `m` is milli and `M` mega: the case counts there and nowhere else. */
const UNITS: Readonly<Record<'ohm' | 'volt' | 'newton', Readonly<Record<string, number>>>> = {
  ohm: { '': 1, Ω: 1, ohm: 1, ohms: 1, mΩ: 0.001, k: 1000, kΩ: 1000, kohm: 1000, M: 1e6, MΩ: 1e6, Mohm: 1e6 },
  newton: { '': 1, N: 1, n: 1, kN: 1000, lbf: MEASURES.force.us.is, lb: MEASURES.force.us.is },
  volt: { '': 1, V: 1, v: 1, mV: 0.001, mv: 0.001, volt: 1, volts: 1 },
};
const OPEN = new Set(['ol', 'o.l', 'o.l.', 'open', '∞', 'inf']);

/**
 * Reads what a meter or gauge shows as people type it: `0.2`, `0.2 Ω`, `4.7k`, `12.6 V`, `480 mV`, and for a resistance `OL` or
 * `open`. The decimal sign is that of the language; the other is refused, since it may be a thousands mark.
 * A bare pull is in the unit of the language.
 * @returns Ω, V or N, never negative; or why it cannot be read
 */
export function readMeter(
  typed: string,
  of: 'ohm' | 'volt' | 'newton',
  decimal: '.' | ',',
  units: Units = 'metric',
): MeterReading {
  const fault = <C extends ReasonCode>(code: C, ...facts: GivenFacts<C>): MeterReading => ({
    kind: 'fault',
    reason: reason(code, ...facts),
  });
  const text = typed.trim();
  if (text === '') return fault('meter-empty');
  if (of === 'ohm' && OPEN.has(text.toLowerCase())) return { kind: 'open' };
  const match = /^(-?)(\d*[.,]?\d+)\s*([A-Za-zΩ]*)$/.exec(text);
  if (!match) return fault('meter-unreadable', { typed });
  const [, minus, number = '', unit = ''] = match;
  if (minus) return fault('meter-negative', { typed });
  if (number.includes(decimal === '.' ? ',' : '.')) return fault('length-decimal', { typed, decimal });
  const worth = of === 'newton' && unit === '' ? MEASURES.force[units].is : UNITS[of][unit];
  if (worth === undefined) return fault('length-unit', { unit });
  return { kind: 'value', value: Math.round(Number(number.replace(',', '.')) * worth * 1e6) / 1e6 };
}
