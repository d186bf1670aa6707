import { type Reason, reason, sourced, type ReasonSource } from '../kernel/reason';

const ISO: ReasonSource = { kind: 'standard', ref: 'ISO 3779' };

/** Value of each character in the check sum; I, O and Q do not exist. Source: 49 CFR 565.15(c), table V. */
const TRANSLITERATION: Readonly<Record<string, number>> = {
  ...Object.fromEntries([...'0123456789'].map((d) => [d, Number(d)])),
  ...{ A: 1, B: 2, C: 3, D: 4, E: 5, F: 6, G: 7, H: 8 },
  ...{ J: 1, K: 2, L: 3, M: 4, N: 5, P: 7, R: 9 },
  ...{ S: 2, T: 3, U: 4, V: 5, W: 6, X: 7, Y: 8, Z: 9 },
};
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2] as const;
const YEAR_CODES = 'ABCDEFGHJKLMNPRSTVWXY123456789';
/** Characters that people and worn plates confuse, including the three that a VIN never holds. */
const CONFUSIONS: readonly (readonly [string, string])[] = [
  ['0', 'D'],
  ['1', 'L'],
  ['2', 'Z'],
  ['5', 'S'],
  ['6', 'G'],
  ['8', 'B'],
  ['U', 'V'],
];
const FORBIDDEN: Readonly<Record<string, readonly string[]>> = {
  I: ['1', 'L'],
  O: ['0', 'D'],
  Q: ['0', 'G'],
};
const MAX_SUGGESTIONS = 5;

/** What a typed VIN says. `faults` empty means that the form is right (ISO 3779). */
export interface VinReading {
  /** Upper case, white space and hyphens removed. */
  readonly vin: string;
  readonly faults: readonly Reason[];
  /** Absent while the form is wrong. A failing check digit is a warning: many markets do not use it. */
  readonly checkDigit?: { readonly found: string; readonly expected: string; readonly passes: boolean };
  /** Candidate model years from position 10: none (not coded), one, or two (30-year cycle not settled). */
  readonly modelYears: readonly number[];
  /** At most five corrected VINs whose check digit passes, nearest kinds of slip first. */
  readonly suggestions: readonly string[];
}

/**
 * Check digit of a well-formed VIN: weighted sum mod 11, 10 written X.
 * Source: 49 CFR 565.15(c). Returns null when a character has no value.
 */
export function vinCheckDigit(vin: string): string | null {
  let sum = 0;
  for (let i = 0; i < 17; i += 1) {
    const value = TRANSLITERATION[vin[i] ?? ''];
    if (value === undefined) return null;
    sum += value * (WEIGHTS[i] ?? 0);
  }
  return sum % 11 === 10 ? 'X' : String(sum % 11);
}

/**
 * Candidate model years of position 10. Position 7 settles the 30-year cycle for light vehicles
 * (digit 1980–2009, letter 2010–2039); for others, or when it is not known, both stand.
 * Source: 49 CFR 565.15(d)(1).
 */
export function vinModelYears(vin: string, lightVehicle: boolean | null): readonly number[] {
  const at = YEAR_CODES.indexOf(vin[9] ?? '');
  if (at < 0 || vin[9] === undefined) return [];
  const early = 1980 + at;
  if (lightVehicle !== true) return [early, early + 30];
  return /[0-9]/.test(vin[6] ?? '') ? [early] : [early + 30];
}

function passes(vin: string): boolean {
  return vin.length === 17 && vinCheckDigit(vin) === vin[8];
}

function replaceAt(text: string, at: number, by: string): string {
  return text.slice(0, at) + by + text.slice(at + by.length);
}

/** Replaces each I, O, Q by what was probably meant; every combination, bounded. */
function withoutForbidden(vin: string): string[] {
  let found = [''];
  for (const ch of vin) {
    const choices = FORBIDDEN[ch] ?? [ch];
    found = found.flatMap((head) => choices.map((c) => head + c)).slice(0, 64);
  }
  return found;
}

function suggestionsFor(vin: string): readonly string[] {
  if (vin.length !== 17) return [];
  const bases = withoutForbidden(vin);
  const found = new Set<string>();
  const keep = (candidate: string) => {
    if (candidate !== vin && passes(candidate)) found.add(candidate);
  };
  bases.forEach(keep);
  for (const base of bases) {
    for (let i = 0; i < 17; i += 1) {
      for (const [a, b] of CONFUSIONS) {
        if (base[i] === a) keep(replaceAt(base, i, b));
        if (base[i] === b) keep(replaceAt(base, i, a));
      }
    }
  }
  for (const base of bases) {
    for (let i = 0; i < 16; i += 1) {
      if (base[i] !== base[i + 1]) keep(replaceAt(base, i, (base[i + 1] ?? '') + (base[i] ?? '')));
    }
  }
  return [...found].slice(0, MAX_SUGGESTIONS);
}

/**
 * Reads a VIN as typed. Suggestions are offered when the form is wrong in a repairable way or the check
 * digit fails. Source: ISO 3779 (form), 49 CFR 565 (check digit and model year).
 * @param lightVehicle whether position 7 may settle the model-year cycle; null when not known
 */
export function readVin(typed: string, lightVehicle: boolean | null): VinReading {
  const vin = typed.toUpperCase().replace(/[\s-]/g, '');
  const faults: Reason[] = [];
  if (vin.length !== 17) faults.push(sourced(reason('vin-length', { length: vin.length }), ISO));
  const odd = [...new Set([...vin].filter((ch) => TRANSLITERATION[ch] === undefined))];
  if (odd.length > 0) faults.push(sourced(reason('vin-characters', { characters: odd }), ISO));
  if (faults.length > 0) return { vin, faults, modelYears: [], suggestions: suggestionsFor(vin) };
  const expected = vinCheckDigit(vin) ?? '';
  const found = vin[8] ?? '';
  const ok = expected === found;
  return {
    vin,
    faults,
    checkDigit: { found, expected, passes: ok },
    modelYears: vinModelYears(vin, lightVehicle),
    suggestions: ok ? [] : suggestionsFor(vin),
  };
}
