import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readVin, vinCheckDigit, vinModelYears } from './vin';

/** Seventeen ones: every character is worth 1, so the sum is that of the weights, 89; 89 mod 11 = 1. */
const ONES = '1'.repeat(17);
const CHARS = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';

describe('check digit', () => {
  it('is the weighted sum mod 11, by hand', () => {
    expect(vinCheckDigit(ONES)).toBe('1');
    // One B (2) at position 17, weight 2: 89 + 2 = 91, 91 mod 11 = 3.
    expect(vinCheckDigit(`${'1'.repeat(16)}B`)).toBe('3');
    // Zero everywhere but a 2 at position 13 (weight 6) less two: 12 mod 11 = 1; and 5 at 17 (weight 2): 10 is X.
    expect(vinCheckDigit('00000000000020000')).toBe('1');
    expect(vinCheckDigit('00000000000000005')).toBe('X');
  });

  it('notices every single wrong character with another value', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 16 }), fc.constantFrom(...'23456789'), (at, by) => {
        const wrong = ONES.slice(0, at) + by + ONES.slice(at + 1);
        expect(readVin(wrong, true).checkDigit?.passes).toBe(false);
      }),
    );
  });
});

describe('model year', () => {
  it('takes the 30-year cycle from position 7 for light vehicles only', () => {
    const at = (seventh: string, tenth: string) => `000000${seventh}00${tenth}0000000`;
    expect(vinModelYears(at('1', 'M'), true)).toEqual([1991]);
    expect(vinModelYears(at('A', 'M'), true)).toEqual([2021]);
    expect(vinModelYears(at('A', 'M'), false)).toEqual([1991, 2021]);
    expect(vinModelYears(at('A', '9'), null)).toEqual([2009, 2039]);
  });

  it('is not coded by 0, U or Z', () => {
    for (const code of '0UZ') expect(vinModelYears(`000000A00${code}0000000`, true)).toEqual([]);
  });
});

describe('reading', () => {
  it('takes pasted spaces, hyphens and lower case', () => {
    expect(readVin(' 1111-1111 1111 11111\n', true).vin).toBe(ONES);
  });

  it('names the length and the characters that cannot be', () => {
    expect(readVin('12O4', true).faults.map((f) => f.code)).toEqual(['vin-length', 'vin-characters']);
    expect(readVin(`I${'1'.repeat(16)}`, true).faults).toMatchObject([
      { code: 'vin-characters', facts: { characters: ['I'] } },
    ]);
  });

  it('suggests the VIN that a confusion or an exchange of neighbours spoiled', () => {
    expect(readVin(`${'1'.repeat(16)}I`, true).suggestions).toContain(ONES);
    const good = `1111111${'1'}3111111${'1'}B`.slice(0, 17);
    const right = good.slice(0, 8) + (vinCheckDigit(good) ?? '') + good.slice(9);
    const exchanged = right.slice(0, 15) + right[16] + right[15];
    expect(readVin(exchanged, true).checkDigit?.passes).toBe(false);
    expect(readVin(exchanged, true).suggestions).toContain(right);
  });

  it('never suggests more than five, and only VINs that pass', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...CHARS), { minLength: 17, maxLength: 17 }), (chars) => {
        const { suggestions } = readVin(chars.join(''), true);
        expect(suggestions.length).toBeLessThanOrEqual(5);
        for (const s of suggestions) expect(vinCheckDigit(s)).toBe(s[8]);
      }),
    );
  });
});
