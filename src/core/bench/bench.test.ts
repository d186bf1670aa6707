import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import { judgeReading } from './judgeReading';
import { benchSequence } from './sequence';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const lamp = (id: string) => {
  const found = shelf.lamps.find((l) => l.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe('the bench sequence', () => {
  it('feeds every input that lights, least current first, against the plug’s ground', () => {
    const steps = benchSequence(lamp('skerry-620-left'), 12);
    expect(steps.map((s) => `${s.feed} ${s.does} ${s.expectedA}`)).toEqual([
      '4 position 0.2',
      '5 turn 0.5',
      '6 drl 1.1',
      '2 low-beam 2.4',
      '3 high-beam 2.9',
    ]);
    expect(new Set(steps.map((s) => s.ground))).toEqual(new Set(['1']));
    expect(steps[3]).toMatchObject({ voltageV: 13.5, colour: 'white', lowA: 2.04, highA: 2.76 });
  });

  it('tests at 28.0 V on a 24 V system', () => {
    expect(benchSequence(lamp('mole-left'), 24)[0]?.voltageV).toBe(28);
  });

  it('a very small current has the meter’s own floor as its band', () => {
    const [step] = benchSequence(
      {
        functions: [],
        plugs: [
          {
            id: 'p',
            connector: 'x',
            inputs: [{ cavity: '1', does: 'position', currentA: 0.03, polar: true, takesPulsed: false }],
          },
        ],
      },
      12,
    );
    expect([step?.lowA, step?.highA, step?.ground]).toEqual([0.01, 0.05, null]);
  });

  it('the right-hand lamp has the same sequence', () => {
    expect(benchSequence(lamp('ebb-right'), 12)).toEqual(benchSequence(lamp('ebb-left'), 12));
  });
});

describe('a reading', () => {
  const turn = benchSequence(lamp('skerry-620-left'), 12)[1];
  if (!turn) throw new Error('no step');
  it.each([
    [{ currentA: 0.5, seen: 'amber' }, 'bench-passes'],
    [{ currentA: 0.425, seen: 'amber' }, 'bench-passes'],
    [{ currentA: 0.42, seen: 'amber' }, 'bench-too-little'],
    [{ currentA: 0.58, seen: 'amber' }, 'bench-too-much'],
    [{ currentA: 0.5, seen: 'white' }, 'bench-colour'],
    [{ currentA: 0.5, seen: 'dark' }, 'bench-current-no-light'],
    [{ currentA: 0, seen: 'dark' }, 'bench-no-current-polar'],
    [{ currentA: 0.5, seen: 'other-function' }, 'bench-other-function'],
  ] as const)('%o: %s', (reading, code) => {
    const verdict = judgeReading(turn, reading);
    expect([verdict.passes, verdict.reasons[0]?.code]).toEqual([code === 'bench-passes', code]);
  });

  it('without current a lamp that is not polar has no reason to be turned round', () => {
    expect(judgeReading({ ...turn, polar: false }, { currentA: 0, seen: 'dark' }).reasons[0]?.code).toBe(
      'bench-no-current',
    );
  });
});
