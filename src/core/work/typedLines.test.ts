import { describe, expect, it } from 'vitest';
import { sheetFaults } from './checkSheet';
import { typedSteps } from './typedLines';
import type { StepSheet } from './types';

const one = (line: string) => typedSteps(line, 'en-GB')[0];

describe('a step sheet by typing lines', () => {
  it('makes kind, count, fastener, place and tool of a line', () => {
    expect(one('Grille: 6 push pins along the top, trim tool')?.step).toEqual({
      id: 'grille',
      kind: 'remove',
      scope: 'once',
      title: { 'en-GB': 'Grille' },
      detail: { 'en-GB': '6 push pins along the top' },
      zone: 'front',
      tool: { kind: 'trim-tool' },
      minutes: 3,
      fasteners: [{ id: 'push-pin', kind: 'push-pin', count: 6, reuse: 'if-sound' }],
    });
  });

  it.each([
    [
      'Liner: four T20 screws in the wheel arch, each side, 3 min',
      { zone: 'wheel-arch', scope: 'each', minutes: 3, tool: { kind: 'star-bit', size: 'T20' } },
    ],
    ['Bumper: 2 bolts M6 x 20, 10 mm socket', { tool: { kind: 'socket', size: '10' }, zone: 'front' }],
    ['Corner bolt: loosen two turns, 8 mm', { kind: 'loosen', tool: { kind: 'socket', size: '8' } }],
    [
      'Battery: disconnect in the engine bay, 10 mm spanner',
      { kind: 'isolate', zone: 'engine-bay', tool: { kind: 'spanner', size: '10' } },
    ],
    ['Headlamp: pull the lamp forward by hand', { lampOut: true, scope: 'each', tool: { kind: 'hands' } }],
    [
      'Bracket: drill 6 mm hole, drill, grommet',
      { kind: 'lasting-change', tool: { kind: 'drill', size: '6' }, consumables: ['grommet'] },
    ],
    ['Bumper off: two people, masking tape', { people: 2 }],
    ['- Side cover: Clips x3', { fasteners: [{ id: 'clip', kind: 'clip', count: 3, reuse: 'if-sound' }] }],
  ])('%s', (line, wanted) => expect(one(line)?.step).toMatchObject(wanted));

  it('keeps thread and length of a bolt', () => {
    expect(one('Lamp: 2 bolts M6 x 20 and 1 bolt M6 x 30, 10 mm socket')?.step?.fasteners).toEqual([
      { id: 'bolt', kind: 'bolt', count: 2, reuse: 'reuse', thread: 'M6', lengthMm: 20 },
      { id: 'bolt2', kind: 'bolt', count: 1, reuse: 'reuse', thread: 'M6', lengthMm: 30 },
    ]);
  });

  it('says what it took the usual for, and what nothing was made of', () => {
    expect(one('Badge')).toMatchObject({ missing: ['tool', 'zone', 'minutes'], left: [] });
    expect(one('Grille: 6 push pins along the top, trim tool')?.left).toEqual([]);
    expect(one('Grille: wiggle gently, trim tool')).toMatchObject({
      left: ['wiggle gently'],
      missing: ['minutes'],
    });
    expect(one('   ')?.step).toBeNull();
  });

  it('a pasted list becomes a sheet that stands: names twice get ids of their own', () => {
    const text = [
      '1. Bonnet: open, by hand, engine bay, 1 min',
      '2. Battery: disconnect, 10 mm spanner, engine bay, 4 min',
      '3. Grille: 6 push pins, trim tool',
      '4. Screws: 2 T20 screws each side, wheel arch',
      '5. Screws: 1 T20 screw, front',
      '6. Headlamp: lamp out, by hand',
    ].join('\n');
    const steps = typedSteps(text, 'en-GB').flatMap((l) => l.step ?? []);
    expect(steps.map((s) => s.id)).toEqual(['bonnet', 'battery', 'grille', 'screws', 'screws-2', 'headlamp']);
    const sheet: StepSheet = {
      id: 's',
      families: ['f'],
      role: 'headlamp',
      end: 'front',
      name: { 'en-GB': 'Ours' },
      steps,
    };
    expect(sheetFaults(sheet)).toEqual([]);
  });
});
