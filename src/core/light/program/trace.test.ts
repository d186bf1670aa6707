import { describe, expect, it } from 'vitest';
import { levelAt } from '../waveform';
import { followed, type Trace } from './trace';

const MS = 1000;
const part = (fromMs: number, toMs: number, from: number, to = from) => ({
  fromUs: fromMs * MS,
  toUs: toMs * MS,
  from,
  to,
});
/** Hundredths at some ms. */
const at = (trace: Trace, ...ms: readonly number[]) =>
  ms.map((x) => Math.round(100 * levelAt(trace, x * MS)));

describe('what follows its supply', () => {
  it('takes its time from dark to full and back, and turns where it is', () => {
    const step: Trace = [part(0, 100, 0), part(100, 200, 1), part(200, 900, 0)];
    expect(at(followed(step, 200, 100), 100, 150, 199, 225, 250, 400)).toEqual([0, 25, 50, 25, 0, 0]);
  });

  it('is later than a supply that rises slowly by its own time: neither eats the other', () => {
    // 300 ms up and 200 ms of its own: full after 500, and so on the way down, 400 and 100.
    const slow: Trace = [part(0, 300, 0, 1), part(300, 1000, 1), part(1000, 1400, 1, 0), part(1400, 2000, 0)];
    const light = followed(slow, 200, 100);
    expect(at(light, 0, 150, 300, 500, 999)).toEqual([0, 30, 60, 100, 100]);
    expect(at(light, 1250, 1499, 1500, 1900)).toEqual([50, 0, 0, 0]);
  });

  it('follows a slow supply as it is where it takes no time itself', () => {
    const slow: Trace = [part(0, 300, 0.2, 0.8), part(300, 600, 0.8)];
    expect(at(followed(slow, 0, 0), 0, 150, 300, 599)).toEqual([0, 40, 80, 80]);
  });

  it('leaves a way that its supply leaves', () => {
    const off: Trace = [part(0, 300, 0, 1), part(300, 350, 1), part(350, 900, 0)];
    const light = followed(off, 200, 100);
    expect(at(light, 350, 385, 420)).toEqual([70, 35, 0]);
  });
});
