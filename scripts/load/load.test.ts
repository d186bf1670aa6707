import { describe, expect, it } from 'vitest';
import { growthMib, memoryMib } from './memory';
import { loadOptions } from './options';
import { ENTRY_EVERY_S, PAGE_AFTER_S, schedule } from './schedule';

describe('what is chosen', () => {
  it('has a usual value, and bounds: it is no weapon', () => {
    expect(loadOptions([])).toEqual({ technicians: 200, seconds: 300, workers: 2, seed: 1 });
    expect(loadOptions(['--technicians', '5', '--seed', '9'])).toMatchObject({ technicians: 5, seed: 9 });
    expect(loadOptions(['--help'])).toBe('help');
    for (const wrong of [
      ['--technicians', '0'],
      ['--technicians', '1e9'],
      ['--seconds', 'x'],
      ['--workers', '1.5'],
    ])
      expect(() => loadOptions(wrong)).toThrow('is a whole number from');
    expect(() => loadOptions(['--address', 'http://elsewhere'])).toThrow();
  });
});

describe('who does what when', () => {
  const deeds = schedule(60, 120, 3);

  it('each technician writes every ten seconds and looks at a page after it, from a moment of their own', () => {
    for (let technician = 0; technician < 60; technician += 1) {
      const own = (kind: 'entry' | 'page') =>
        deeds.filter((d) => d.technician === technician && d.kind === kind).map((d) => d.atMs);
      const gaps = (at: readonly number[]) => at.slice(1).map((t, i) => Math.round(t - (at[i] ?? 0)));
      expect(own('entry')).toHaveLength(120 / ENTRY_EVERY_S);
      const pages = own('page');
      expect(pages).toHaveLength(120 / ENTRY_EVERY_S);
      own('entry').forEach((at, i) => {
        expect((pages[i] ?? 0) - at).toBeGreaterThanOrEqual(0);
        expect((pages[i] ?? 0) - at).toBeLessThan(PAGE_AFTER_S * 1000);
      });
      expect(new Set(gaps(own('entry')))).toEqual(new Set([ENTRY_EVERY_S * 1000]));
    }
    expect(new Set(deeds.map((d) => Math.floor(d.atMs / 1000) % 10)).size).toBe(10);
  });

  it('is in order of time, the same for the same seed and another for another', () => {
    expect([...deeds].sort((a, b) => a.atMs - b.atMs)).toEqual(deeds);
    expect(schedule(60, 120, 3)).toEqual(deeds);
    expect(schedule(60, 120, 4)).not.toEqual(deeds);
  });
});

describe('memory', () => {
  it('is that of a process with all it started', () => {
    const own = process.memoryUsage.rss() / 1024 / 1024;
    expect(memoryMib(process.pid)).toBeGreaterThan(own * 0.5);
    expect(memoryMib(2 ** 30)).toBe(0);
  });

  it('grows from the second to the last fifth: the first warms up', () => {
    expect(growthMib([10, 100, 100, 100, 130])).toBe(30);
    expect(growthMib([500, 100, 100, 100, 100])).toBe(0);
  });
});
