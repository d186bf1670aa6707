import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type ControlState,
  type Level,
  type LevelCase,
  levelOf,
  neededLevels,
  possibleStates,
} from '../controls';
import type { LampFunction, Side } from '../vehicle';
import { firstCause, judgeCell, otherwise, SEEN } from './judgeSeen';
import { levelCode } from './levelCode';
import { type ProofCell, proofSteps, type ProofSubject } from './proofSteps';

/** A lamp whose functions follow the given cases. */
function subject(
  position: string,
  cases: Partial<Record<LampFunction, readonly LevelCase[] | null>>,
): ProofSubject {
  const functions = Object.entries(cases).map(([does, c]) => ({
    does: does as LampFunction,
    colour: 'red' as const,
    cases: c,
  }));
  return {
    position,
    functions,
    levels: (state: ControlState) =>
      new Map(functions.map((f) => [f.does, f.cases ? levelOf(f.cases, state) : ({ kind: 'off' } as Level)])),
    duties: [],
  };
}
const needs = (does: LampFunction, side: Side) => neededLevels(does, side) ?? [];
const tail = (side: 'left' | 'right') =>
  subject(`tail.rear.${side}`, {
    tail: needs('tail', side),
    stop: needs('stop', side),
    turn: needs('turn', side),
    reverse: needs('reverse', side),
  });

describe('the settings that prove', () => {
  const steps = proofSteps([tail('left'), tail('right')]);
  const levelAt = (id: string, position: string, does: string) =>
    steps.find((s) => s.id === id)?.cells.find((c) => c.position === position && c.does === does)?.level
      ?.kind;

  it('are few, and show both lamps in each', () => {
    expect(steps.length).toBeLessThanOrEqual(8);
    for (const s of steps) expect(s.cells).toHaveLength(8);
  });

  it('have hazard with brake, and each side’s turn signal without the other’s', () => {
    expect(steps.some((s) => s.state?.hazard === 'yes' && s.state.brake === 'yes')).toBe(true);
    const left = steps.find((s) => s.state?.left === 'yes');
    expect(levelAt(left?.id ?? '', 'tail.rear.left', 'turn')).toBe('flashing');
    expect(levelAt(left?.id ?? '', 'tail.rear.right', 'turn')).toBe('off');
  });

  it('have lock flash: each way that lights a function is tried alone', () => {
    expect(steps.some((s) => s.state?.['lock-flash'] === 'yes')).toBe(true);
  });

  it('have each function dark while another of its lamp is lit', () => {
    for (const does of ['tail', 'stop', 'turn', 'reverse'])
      expect(
        steps.some((s) => {
          const mine = s.cells.filter((c) => c.position === 'tail.rear.left');
          return (
            mine.find((c) => c.does === does)?.level?.kind === 'off' &&
            mine.some((c) => c.does !== does && c.level?.kind !== 'off')
          );
        }),
      ).toBe(true);
  });

  it('show a DRL on, dimmed and under a turn signal', () => {
    const drl: LevelCase[] = [
      { when: 'running & lights=off', level: { kind: 'on' } },
      { when: 'running', level: { kind: 'pulsed', duty: 0.5 } },
    ];
    const seen = proofSteps([
      subject('h', { drl, turn: needs('turn', 'left'), 'low-beam': needs('low-beam', 'left') }),
    ]);
    const codes = seen.flatMap((s) => s.cells.filter((c) => c.does === 'drl').map((c) => levelCode(c.level)));
    expect(new Set(codes)).toEqual(new Set(['on', 'off', 'pulsed-50']));
    expect(seen.some((s) => s.cells.every((c) => c.does === 'low-beam' || c.level?.kind !== 'off'))).toBe(
      true,
    );
  });

  it('operate by itself what nobody knows the switch of, and every duty', () => {
    const known = subject('l', { work: null });
    const duties = proofSteps([
      { ...known, duties: ['camera'] },
      { ...known, position: 'r' },
    ]);
    expect(duties.map((s) => [s.id, s.cells.map((c) => c.position)])).toEqual([
      ['by-itself:work', ['l', 'r']],
      ['by-itself:camera', ['l']],
    ]);
  });

  it('are none for a lamp that does nothing', () => expect(proofSteps([subject('x', {})])).toEqual([]));

  it('whatever the circuits, show every level that a function can have', () => {
    const when = fc.constantFrom(
      'brake',
      'lights!=off',
      'key=on & left',
      'hazard | brake',
      'running & !brake',
    );
    const level = fc.constantFrom<Level>(
      { kind: 'on' },
      { kind: 'flashing', side: 'left' },
      { kind: 'pulsed', duty: 0.2 },
    );
    const cases = fc.array(fc.record({ when, level }), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(cases, cases, (stop, tailCases) => {
        const lamp = subject('l', { stop, tail: tailCases });
        const shown = new Set(
          proofSteps([lamp]).flatMap((s) => s.cells.map((c) => `${c.does} ${levelCode(c.level)}`)),
        );
        for (const state of possibleStates(['brake', 'lights', 'key', 'left', 'hazard', 'running']))
          for (const [does, l] of lamp.levels(state))
            if (l.kind !== 'off') expect(shown).toContain(`${does} ${levelCode(l)}`);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what was seen', () => {
  const cell = (level: Level | null): ProofCell => ({ position: 'p', does: 'turn', colour: 'amber', level });
  const flashing: Level = { kind: 'flashing', side: 'left' };

  it.each([
    [flashing, undefined, 'unproven'],
    [flashing, { expected: 'flashing-left', seen: 'as-expected' }, 'proven'],
    [flashing, { expected: 'flashing-left', seen: 'fast' }, 'mismatch'],
    [flashing, { expected: 'off', seen: 'as-expected' }, 'outdated'],
    [null, { expected: 'unknown', seen: 'as-expected' }, 'proven'],
  ] as const)('%o with %o is %s', (level, seen, state) => expect(judgeCell(cell(level), seen)).toBe(state));

  it('never offers what would be right, and has a cause for each', () => {
    expect(otherwise(cell({ kind: 'off' }))).not.toContain('dark');
    expect(otherwise(cell(flashing))).not.toContain('flashing');
    for (const level of [null, flashing, { kind: 'on' }, { kind: 'off' }] as const)
      for (const seen of otherwise(cell(level))) expect(firstCause(cell(level), seen).code).toMatch(/^seen-/);
    expect(SEEN).toContain('as-expected');
  });
});
