import { type Reason, reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { type Units, UNITS, WRITTEN_MM } from './units';

/** A length in mm, or why it cannot be read. */
export type LengthReading =
  { readonly kind: 'length'; readonly mm: number } | { readonly kind: 'fault'; readonly reason: Reason };

/**
 * Reads a length as people type it: `64`, `64 mm`, `6.4cm`, `5/16 in`, `2 1/2 in`, `80"`. Without a unit it is in mm, or in inches where
 * the language measures so. The decimal sign is that of the language; the other sign is refused, since it may be a thousands mark.
 * @param decimal the decimal sign, `.` or `,`
 * @returns mm, never negative; or why it cannot be read
 */
export function readLength(typed: string, decimal: '.' | ',', units: Units = 'metric'): LengthReading {
  const text = typed.trim().toLowerCase();
  const fault = <C extends ReasonCode>(code: C, ...facts: GivenFacts<C>): LengthReading => ({
    kind: 'fault',
    reason: reason(code, ...facts),
  });
  if (text === '') return fault('length-empty');
  const parts = /^(-?)([\d.,]+)?(?:\s*(\d+)\s*\/\s*(\d+))?\s*([a-z"″']*)$/.exec(splitFraction(text));
  if (!parts || (parts[2] === undefined && parts[3] === undefined))
    return fault('length-unreadable', { typed });
  const [, minus, whole, above, below, unit = ''] = parts;
  if (minus) return fault('length-negative', { typed });
  const factor = WRITTEN_MM[unit || UNITS.length[units].name];
  if (factor === undefined) return fault('length-unit', { unit });
  if (whole?.includes(decimal === '.' ? ',' : '.')) return fault('length-decimal', { typed, decimal });
  if ((whole?.split(decimal).length ?? 0) > 2) return fault('length-unreadable', { typed });
  const number = whole === undefined ? 0 : Number(whole.replace(',', '.'));
  const fraction = above === undefined ? 0 : Number(below) === 0 ? NaN : Number(above) / Number(below);
  const mm = (number + fraction) * factor;
  return Number.isFinite(mm)
    ? { kind: 'length', mm: Math.round(mm * 1e8) / 1e8 }
    : fault('length-unreadable', { typed });
}

/** Keeps `5/16` from being read as a whole number 7 with a rest. */
function splitFraction(text: string): string {
  return text.replace(/^(-?)(\d+)\s*\/\s*(\d+)/, '$1 $2/$3').replace(/^- /, '-');
}

/** A length in inches, for the echo in the other system; to a sixteenth where that is within 0.2 mm, else decimals. */
export function inInches(
  mm: number,
): { readonly whole: number; readonly sixteenths: number } | { readonly inches: number } {
  const sixteenths = Math.round((mm / 25.4) * 16);
  if (Math.abs((sixteenths / 16) * 25.4 - mm) > 0.2) return { inches: Math.round((mm / 25.4) * 100) / 100 };
  return { whole: Math.floor(sixteenths / 16), sixteenths: sixteenths % 16 };
}
