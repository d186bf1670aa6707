import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { RunFunction } from '../program/run';
import type { LampProgram } from '../program/types';
import { segmentLevel, segmentsOf } from './segmentLight';

const program = { segments: [{ id: 's' }], functions: [] } as unknown as LampProgram;
/** A function whose light goes straight from level to level at whole hundreds of µs. */
const driver = (does: string, levels: readonly number[], colour: string): RunFunction =>
  ({
    does,
    segments: [
      {
        segment: 's',
        does,
        colour,
        light: levels
          .slice(1)
          .map((to, k) => ({ fromUs: k * 100, toUs: (k + 1) * 100, from: levels[k], to })),
      },
    ],
  }) as unknown as RunFunction;

it('a turn signal that fades hides nothing that is brighter: cut where they cross', () => {
  // From full to dark within 100 µs, over a DRL of 0.4: it is the turn signal to 60 µs, the DRL after.
  const [only] = segmentsOf(program, [driver('turn', [1, 0], 'amber'), driver('drl', [0.4, 0.4], 'white')]);
  expect(only?.light.map((l) => [l.fromUs, l.toUs, l.does])).toEqual([
    [0, 60, 'turn'],
    [60, 100, 'drl'],
  ]);
});

it('at every instant it is the brighter of the two, whatever they do', () => {
  const level = fc.constantFrom(0, 0.1, 0.25, 0.4, 0.5, 0.75, 1);
  const levels = fc.array(level, { minLength: 5, maxLength: 5 });
  fc.assert(
    fc.property(levels, levels, levels, (a, b, c) => {
      const all = [a, b, c];
      const [only] = segmentsOf(
        program,
        all.map((l, k) => driver(`d${k}`, l, 'white')),
      );
      const light = only?.light ?? [];
      for (let us = 1; us < 400; us += 7) {
        const here = light.find((l) => l.fromUs <= us && us < l.toUs);
        const at = Math.floor(us / 100);
        const most = Math.max(
          ...all.map((l) => (l[at] ?? 0) + (((l[at + 1] ?? 0) - (l[at] ?? 0)) * (us - at * 100)) / 100),
        );
        // Crossings are cut at whole µs.
        expect(Math.abs((here ? segmentLevel(here, us) : 0) - most)).toBeLessThan(0.021);
      }
    }),
  );
});
