import { describe, expect, it } from 'vitest';
import { WIRE_CODES } from './types';
import { type MakersCodes, readPrinted, wireText } from './wireCode';

/** A made-up maker: its GR is grey, its BR brown, its SW black. */
const OWN: MakersCodes = { sw: 'BK', br: 'BN', gr: 'GY', ge: 'YE' };

describe('what a maker’s diagram prints for a wire', () => {
  it.each([
    ['SW', { base: 'BK' }],
    ['sw/ge', { base: 'BK', stripe: 'YE' }],
    ['0.75 BR-GR', { base: 'BN', stripe: 'GY' }],
    ['1,5 gr ge', { base: 'GY', stripe: 'YE' }],
    ['GN', null],
    ['SW/RT', null],
    ['SW/GE/GR', null],
    ['', null],
    ['0.75', null],
  ])('“%s” by its own table', (printed, wire) => expect(readPrinted(printed, OWN)).toEqual(wire));

  it('is read by IEC 60757 where the line has no table: every code is itself', () => {
    for (const base of WIRE_CODES) expect(readPrinted(base)).toEqual({ base });
    expect(readPrinted('bk/ye')).toEqual({ base: 'BK', stripe: 'YE' });
  });

  it('is said beside the letters that we use, once', () => {
    expect(wireText({ base: 'BK', stripe: 'YE', printed: 'SW/GE' })).toBe('BK/YE (SW/GE)');
    expect(wireText({ base: 'BK', stripe: 'YE', printed: 'BK/YE' })).toBe('BK/YE');
    expect(wireText({ base: 'BK' })).toBe('BK');
  });
});
