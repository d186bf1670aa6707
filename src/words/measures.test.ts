import { describe, expect, it } from 'vitest';
import { wordsIn } from './words';

const gb = wordsIn('en-GB');
const us = wordsIn('en-US');

describe('what was measured', () => {
  it('is said in the units of the language', () => {
    expect(gb.measure('length', 76.2)).toBe('76 mm');
    expect(us.measure('length', 76.2)).toBe('3 in');
    expect(gb.measure('distance', 7.62)).toBe('7.62 m');
    expect(us.measure('distance', 7.62)).toBe('25 ft');
    expect(gb.measure('force', 58)).toBe('58 N');
    expect(us.measure('force', 58)).toBe('13 lbf');
  });

  it('has a minus that is one, and is never nothing where it is little', () => {
    expect(gb.measure('length', -76)).toBe('−76 mm');
    expect(us.measure('length', -76.2)).toBe('−3 in');
    expect(us.measure('length', 0.5)).toBe('0.02 in');
    expect(gb.measure('length', 0.3)).toBe('0.3 mm');
    expect(gb.measure('length', 0)).toBe('0 mm');
  });

  it('is what messages say, and one that was put into words already is refused', () => {
    expect(gb.t('wall-sheet.line', { mm: 612.4 })).toBe('line 612 mm');
    expect(us.t('wall-sheet.line', { mm: 612.4 })).toBe('line 24.1 in');
    expect(us.t('wall-sheet.line', { mm: '612' })).toContain('{mm');
    expect(us.t('tug.least', { n: 58 })).toBe('at least 13 lbf (UL 486A)');
  });
});
