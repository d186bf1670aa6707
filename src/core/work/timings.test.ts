import { describe, expect, it } from 'vitest';
import { type ClockMark, timings } from './timings';

const at = (minutes: number) => new Date(Date.UTC(2026, 10, 3, 8) + minutes * 60_000).toISOString();
const tick = (minutes: number, step: string, sheetMin = 5, who = 'ann/t1'): ClockMark => ({
  at: at(minutes),
  who,
  kind: 'tick',
  step,
  sheetMin,
});
const mark = (minutes: number, kind: ClockMark['kind'], who = 'ann/t1'): ClockMark => ({
  at: at(minutes),
  who,
  kind,
});

describe('what steps took', () => {
  it('runs from tick to tick; what came before the first is not known', () => {
    expect(timings([tick(0, 'a'), tick(6, 'b'), tick(10, 'c')])).toEqual([
      { step: 'b', minutes: 6 },
      { step: 'c', minutes: 4 },
    ]);
    expect(timings([mark(0, 'resumed'), tick(6, 'b')])).toEqual([{ step: 'b', minutes: 6 }]);
  });

  it('takes pauses out, also two of them, and does not go by one that nobody ended', () => {
    const day = [tick(0, 'a'), mark(2, 'paused'), mark(32, 'resumed'), tick(36, 'b')];
    expect(timings(day)).toEqual([{ step: 'b', minutes: 6 }]);
    const two = [...day.slice(0, 3), mark(33, 'paused'), mark(40, 'resumed'), tick(43, 'b')];
    expect(timings(two)).toEqual([{ step: 'b', minutes: 6 }]);
    expect(timings([tick(0, 'a'), mark(2, 'paused'), tick(9, 'b'), tick(13, 'c')])).toEqual([
      { step: 'c', minutes: 4 },
    ]);
  });

  it('other work between is no step’s', () => {
    expect(timings([tick(0, 'a'), mark(20, 'other'), tick(24, 'b')])).toEqual([{ step: 'b', minutes: 4 }]);
  });

  it('never holds two clocks against one another', () => {
    expect(timings([tick(0, 'a'), tick(6, 'b', 5, 'ann/t2'), tick(11, 'c', 5, 'ann/t2')])).toEqual([
      { step: 'c', minutes: 5 },
    ]);
  });

  it('leaves out what was ticked in one go, its first included, and what is far from the sheet', () => {
    const together = [tick(0, 'a'), tick(20, 'b'), tick(20.1, 'c'), tick(20.2, 'd'), tick(25, 'e')];
    expect(timings(together).map((t) => t.step)).toEqual(['e']);
    expect(timings([tick(0, 'a'), tick(200, 'b')])).toEqual([]);
  });

  it('does not hang on the order in which they are given', () => {
    const marks = [tick(0, 'a'), mark(2, 'paused'), mark(32, 'resumed'), tick(36, 'b'), tick(41, 'c')];
    expect(timings([...marks].reverse())).toEqual(timings(marks));
  });
});
