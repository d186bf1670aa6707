import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../kernel/seededRandom';
import { lawCount } from '../../kernel/testing/lawCount';
import { outward } from './outward';
import { runProgram } from './run';
import type { LampProgram, ProgramSegment } from './types';

const LENGTH_US = 3_000_000;

/** A bar, a bar back to front, a heap or a tower of segments, swept from either end, one or several at a time. */
function randomSweep(seed: number): LampProgram {
  const random = seededRandom(seed);
  const below = (n: number) => Math.floor(random() * n);
  const n = 3 + below(7);
  const order = Array.from({ length: n }, (_, i) => i);
  const kind = below(4);
  if (kind === 1) order.reverse();
  if (kind === 2) order.sort(() => random() - 0.5);
  const segments = order.map((at, i): ProgramSegment => ({
    id: `s${i}`,
    shape: 'bar',
    x: kind === 3 ? 40 : (90 / n) * at,
    y: kind === 3 ? (90 / n) * i : kind === 2 ? below(80) : 10,
    w: 90 / n - 0.5,
    h: 10,
  }));
  return {
    segments,
    functions: [
      {
        does: 'turn',
        segments: segments.map((s) => s.id),
        sweep: {
          stepMs: 5 + below(60),
          how: random() < 0.5 ? 'fill' : 'run',
          from: random() < 0.5 ? 'inner' : 'outer',
          ...(random() < 0.3 ? { together: 1 + below(3) } : {}),
        },
      },
    ],
  };
}

/** Segments by when their light is first seen, looked at every millisecond, each group as the middle of what it lights. */
function seenInTurn(program: LampProgram): readonly { readonly x: number; readonly y: number }[] {
  const on = [{ fromUs: 0, toUs: LENGTH_US, from: 1, to: 1 }];
  const [run] = runProgram(program, 'open', new Map([['turn', on]]), () => 'amber');
  const first = new Map<number, ProgramSegment[]>();
  for (const driven of run?.segments ?? []) {
    const area = program.segments.find((s) => s.id === driven.segment);
    for (let us = 0; us < LENGTH_US; us += 1000) {
      const part = driven.light.find((s) => s.fromUs <= us && us < s.toUs);
      if (!part || part.from === 0 || !area) continue;
      first.set(us, [...(first.get(us) ?? []), area]);
      break;
    }
  }
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  return [...first.keys()]
    .sort((a, b) => a - b)
    .map((us) => first.get(us) ?? [])
    .map((group) => ({ x: mean(group.map((s) => s.x + s.w / 2)), y: mean(group.map((s) => s.y + s.h / 2)) }));
}

/** What somebody sees who stands before the vehicle, and knows which side of it the lamp is on. */
function toldBy(
  middles: readonly { readonly x: number; readonly y: number }[],
  end: 'front' | 'rear',
): ReturnType<typeof outward> {
  if (middles.length < 2) return null;
  const moves = (of: (m: { readonly x: number; readonly y: number }) => number) =>
    middles.slice(1).flatMap((m, i) => {
      const by = of(m) - of(middles[i] ?? m);
      return Math.abs(by) < 1 ? [] : [Math.sign(by)];
    });
  // From the middle of the vehicle outwards: to the right before its left front lamp, to the left behind its left rear one.
  const [across, up] = [moves((m) => (end === 'front' ? m.x : 100 - m.x)), moves((m) => m.y)];
  if (new Set(across).size > 1 || new Set(up).size > 1) return 'uneven';
  return across[0] === undefined ? null : across[0] === 1 ? 'outward' : 'inward';
}

describe('which way a sweep runs', () => {
  const programs = Array.from({ length: lawCount(50) }, (_, i) => randomSweep(i + 1));

  it(`is what is seen of its light at all four corners, in ${programs.length} programs`, () => {
    const seen = new Set<string | null>();
    programs.forEach((program, i) => {
      const middles = seenInTurn(program);
      const [f] = program.functions;
      for (const end of ['front', 'rear'] as const)
        for (const side of ['left', 'right'] as const) {
          const way = f ? outward({ position: `tail.${end}.${side}`, side, program }, f) : null;
          seen.add(way);
          expect(way, `program ${i + 1}, ${end} ${side}`).toBe(toldBy(middles, end));
        }
    });
    // A law that only ever met one answer would hold nothing.
    expect(seen.size).toBe(4);
  });
});
