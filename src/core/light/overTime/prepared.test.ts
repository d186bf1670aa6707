import { describe, expect, it } from 'vitest';
import { ALL_OFF } from '../../controls';
import { PREPARED, PREPARED_SCORES, safeSpeed, scoreOfSwitches } from './prepared';
import { readScore } from './score';

describe('prepared scores', () => {
  it.each(PREPARED)('%s can be played', (name) =>
    expect(readScore(PREPARED_SCORES[name]).kind).toBe('spans'),
  );

  it('a thrown switch is shown against what was before', () => {
    const before = { ...ALL_OFF, key: 'on', running: 'yes' };
    const score = scoreOfSwitches(before, { ...before, left: 'yes' });
    expect(score.moves).toEqual([
      { atMs: 0, set: { key: 'on', running: 'yes' } },
      { atMs: 500, set: { left: 'yes' } },
    ]);
    expect(scoreOfSwitches(ALL_OFF, ALL_OFF).moves).toEqual([]);
  });

  it('what comes on more than three times in a second is slowed until it does not', () => {
    const at = (hz: number, n: number) =>
      Array.from({ length: n }, (_, k) => Math.round((k * 1_000_000) / hz));
    expect(safeSpeed([at(2, 10)])).toBe(1);
    expect(safeSpeed([at(3, 10)])).toBe(1);
    expect(safeSpeed([at(8, 3)])).toBe(1);
    expect(safeSpeed([at(8, 4)])).toBe(0.375);
    expect(safeSpeed([at(2, 9), at(12, 40)])).toBe(0.25);
  });
});
