import { describe, expect, it } from 'vitest';
import { LAMP_TRAITS } from '../../catalogue/types';
import { bar } from '../testing/vehicle';
import { programFaults } from './check';
import { changed, innerEnd, parted, TEMPLATES, templateSegments } from './templates';
import { traitsOf } from './traits';
import type { FunctionProgram, LampProgram } from './types';
import { programOf, usualFactoryProgram } from './usual';

const face = (segments: readonly object[]) => ({ aspect: 2, segments: segments as never });
const at = (does: string, x: number, y: number) => ({ does, shape: 'bar', x, y, w: 40, h: 10 });
const codes = (program: LampProgram, functions: readonly string[]) =>
  programFaults('', program, functions).map((f) => `${f.path} ${f.reason.code}`);
const withOne = (f: Partial<FunctionProgram>): LampProgram =>
  bar(3, [{ does: 'turn', ...f } as Omit<FunctionProgram, 'segments'>]);

describe('a lamp without a program', () => {
  it('plays the areas of its face; functions drawn in one place are lit in one place', () => {
    const p = programOf({
      face: face([at('drl', 10, 70), at('turn', 10, 70), at('low-beam', 10, 10)]),
      traits: [],
      functions: [
        { does: 'drl' },
        { does: 'turn' },
        { does: 'low-beam' },
        { does: 'side-marker' },
        { does: 'washer' },
      ],
    });
    expect(p.segments.map((s) => s.id)).toEqual(['s1', 's2', 's-side-marker']);
    expect(p.functions.map((f) => [f.does, f.segments])).toEqual([
      ['drl', ['s1']],
      ['turn', ['s1']],
      ['low-beam', ['s2']],
      ['side-marker', ['s-side-marker']],
    ]);
  });

  it('that is said to sweep and to go white again does so at a pace that nobody knows', () => {
    const p = programOf({
      face: face([at('drl', 10, 70), at('turn', 10, 70)]),
      traits: ['sequential-turn', 'switchback'],
      functions: [{ does: 'drl' }, { does: 'turn' }],
    });
    expect(p.functions.find((f) => f.does === 'turn')?.sweep).toEqual({
      stepMs: null,
      how: 'fill',
      from: 'inner',
    });
    expect(p.functions.find((f) => f.does === 'drl')?.out).toEqual({ while: 'turn', returnMs: null });
  });

  it('of the factory is a bulb for each function', () => {
    const { aspect, program } = usualFactoryProgram(
      [{ does: 'tail' }, { does: 'stop' }, { does: 'washer' }],
      'tail',
    );
    expect(aspect).toBeLessThan(1);
    expect(program.functions).toEqual([
      { does: 'tail', segments: ['tail'], filament: true },
      { does: 'stop', segments: ['stop'], filament: true },
    ]);
    expect(codes(program, ['tail', 'stop'])).toEqual([]);
  });
});

describe('what a lamp can do', () => {
  it('follows from its program, in any of its modes; without one from its row', () => {
    const program = bar(3, [
      { does: 'drl', out: { while: 'turn', returnMs: 400 }, dimmed: { to: 0.4, while: 'position' } },
      { does: 'turn', mode: 'open' },
      { does: 'turn', mode: 'closed', sweep: { stepMs: 30, how: 'fill', from: 'inner' } },
    ]);
    expect(traitsOf({ program, traits: ['brighter-low', 'drl-goes-out'] })).toEqual([
      'sequential-turn',
      'switchback',
      'drl-dims',
      'brighter-low',
    ]);
    expect(traitsOf({ traits: LAMP_TRAITS })).toEqual(LAMP_TRAITS);
    expect(traitsOf({ program: bar(2, [{ does: 'turn' }]), traits: LAMP_TRAITS })).toEqual(['brighter-low']);
  });
});

describe('templates', () => {
  it.each(TEMPLATES)('%s: areas inside of the face, ids once, as many as were asked', (name) => {
    for (const count of [1, 2, 7, 24, 60])
      for (const inner of ['left', 'right'] as const) {
        const segments = templateSegments(name, { count, rows: 3, inner });
        expect(new Set(segments.map((s) => s.id)).size).toBe(segments.length);
        expect(codes({ segments, functions: [] }, [])).toEqual([]);
        for (const s of segments) expect(Math.min(s.x, s.y, s.w, s.h)).toBeGreaterThanOrEqual(0);
      }
    expect(templateSegments('bar', { count: 24 })).toHaveLength(24);
    expect(templateSegments('matrix', { count: 6, rows: 3 })).toHaveLength(18);
  });

  it('begin at the inner end: left on a front lamp’s face, right on a rear one’s', () => {
    const xs = (end: string) => templateSegments('bar', { count: 4, inner: innerEnd(end) }).map((s) => s.x);
    expect(xs('front')).toEqual([...xs('front')].sort((a, b) => a - b));
    expect(xs('rear')).toEqual([...xs('front')].reverse());
  });

  it('a function’s area is parted along its longer side, and what shares it shares the parts', () => {
    const tall: LampProgram = {
      segments: [
        { id: 'a', shape: 'bar', x: 10, y: 10, w: 10, h: 80 },
        { id: 'b', shape: 'bar', x: 60, y: 10, w: 20, h: 20 },
      ],
      functions: [
        { does: 'turn', segments: ['a'] },
        { does: 'drl', segments: ['a', 'b'] },
      ],
    };
    const p = parted(tall, 'turn', 4, 'left');
    expect(p.segments.map((s) => s.id)).toEqual(['a-1', 'a-2', 'a-3', 'a-4', 'b']);
    expect(p.functions[1]?.segments).toEqual(['a-1', 'a-2', 'a-3', 'a-4', 'b']);
    expect(p.segments[1]?.y).toBeGreaterThan(p.segments[0]?.y ?? 0);
    expect(changed(p, 'turn', { level: 0.5 }).functions[0]?.level).toBe(0.5);
  });
});

describe('what is wrong with a program', () => {
  it('is named by its path', () => {
    expect(codes(withOne({}), ['turn'])).toEqual([]);
    expect(codes(withOne({}), ['drl'])).toEqual(['/functions/0/does program-no-function']);
    expect(codes({ ...withOne({}), segments: [] }, ['turn'])).toHaveLength(3);
    expect(codes(withOne({ out: { while: 'turn', returnMs: 1 } }), ['turn'])).toEqual([
      '/functions/0/out/while program-for-itself',
    ]);
    expect(codes(withOne({ dimmed: { to: 0.5, while: 'drl' } }), ['turn'])).toEqual([
      '/functions/0/dimmed/while program-no-function',
    ]);
    expect(
      codes(withOne({ sweep: { stepMs: { from: 9, to: 3 }, how: 'fill', from: 'inner' } }), ['turn']),
    ).toEqual(['/functions/0/sweep/stepMs range-backwards']);
    const one = bar(1, [{ does: 'turn', sweep: { stepMs: 9, how: 'fill', from: 'inner' } }]);
    expect(codes(one, ['turn'])).toEqual(['/functions/0/sweep sweep-of-one']);
    const twice = bar(2, [{ does: 'turn' }, { does: 'turn', mode: 'open' }]);
    expect(codes(twice, ['turn'])).toEqual(['/functions/1/mode program-twice']);
    const modes = bar(2, [
      { does: 'turn', mode: 'closed' },
      { does: 'turn', mode: 'open' },
    ]);
    expect(codes(modes, ['turn'])).toEqual([]);
    const [segment] = bar(1, []).segments;
    const wide = { segments: segment ? [{ ...segment, x: 60, w: 60 }, segment] : [], functions: [] };
    expect(codes(wide, [])).toEqual(['/segments/1/id id-twice', '/segments/0 segment-outside']);
  });
});
