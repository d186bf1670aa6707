import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_OFF, type Circuit, circuitFinder, type LevelCase } from '../../controls';
import {
  likelyProbeFaults,
  probeCause,
  type ProbedCavity,
  probedCavities,
  type ProbeFault,
  probeGood,
  probeList,
  type ProbeReadingTaken,
  type ProbeStep,
  probeSteps,
  seenWith,
  singleProbeFaults,
  type VehiclePlug,
} from '../../harness';
import type { SystemV } from '../formulas';
import { probeMeter } from './fromPlug';

const circuit = (id: string, when: string, more: Partial<Circuit> = {}): Circuit => ({
  id,
  cases: [{ when, level: { kind: 'on' } }] satisfies LevelCase[],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
  ...more,
});

const plug = (circuits: readonly string[]): VehiclePlug =>
  ({
    id: 'X',
    position: { kind: 'headlamp', end: 'front', side: 'left' },
    connector: 'any',
    where: '',
    cavities: circuits.map((c, i) => ({ cavity: String(i + 1), circuit: c })),
  }) as unknown as VehiclePlug;

const CIRCUITS = [
  circuit('low', 'key=on & lights=low'),
  circuit('tail', 'lights!=off'),
  circuit('turn', 'left | hazard', {
    cases: [{ when: 'left | hazard', level: { kind: 'flashing', side: 'left' } }],
  }),
  circuit('drl', 'running', {
    cases: [
      { when: 'running & lights=off', level: { kind: 'on' } },
      { when: 'running', level: { kind: 'pulsed', duty: 0.5 } },
    ],
  }),
  circuit('return', 'brake', { switched: 'ground' }),
];
const find = circuitFinder(CIRCUITS);

function steps(circuits: readonly string[], systemV: SystemV = 12) {
  const plugs = [plug(circuits)];
  const list = probeList(circuits.flatMap((c) => find(c) ?? []));
  return { plugs, all: probeSteps(plugs, find, list, probeMeter(plugs, find, systemV)) };
}
/** What the meter shows all along when a fault is there, from the network alone. */
function readings(circuits: readonly string[], fault: ProbeFault | null): readonly ProbeReadingTaken[] {
  const { plugs, all } = steps(circuits);
  const meter = probeMeter(plugs, find, 12, fault);
  const seen = seenWith(all);
  return all.map((step) => {
    const { lowV, highV } = meter.read(step.state)(step.plug, step.cavity);
    const level = seen(step, fault);
    const duty = level.kind === 'pulsed' ? level.duty : 1;
    return { step, volt: ((lowV + highV) / 2) * duty, flashes: level.kind === 'flashing' };
  });
}
const at = (all: readonly ProbeStep[], c: string, kind: string) =>
  all.find((s) => s.circuit === c && s.level.kind === kind);

describe('what a meter should show with the lamp off', () => {
  const { all } = steps(['low', 'tail', 'turn', 'drl', 'return', 'ground']);
  it('a live wire: the supply, from a battery at rest to a charging one, less what 10 MΩ draw', () => {
    const w = at(all, 'low', 'on')?.window;
    expect(w?.lowV).toBeCloseTo(12, 5);
    expect(w?.highV).toBeCloseTo(14.8, 5);
  });
  it('24 V: a truck at rest is not taken for a bad wire', () => {
    const w = at(steps(['low'], 24).all, 'low', 'on')?.window;
    expect(w?.lowV).toBeCloseTo(24, 5);
    expect(w?.highV).toBeCloseTo(29.2, 5);
  });
  it('a dead wire: nothing, and a volt of stray at most', () =>
    expect(at(all, 'low', 'off')?.window).toMatchObject({ lowV: 0, highV: 1 }));
  it('half a duty: half the supply, a fifth either way', () => {
    const w = at(all, 'drl', 'pulsed')?.window;
    expect(w?.lowV).toBeCloseTo(0.8 * 0.5 * 12, 4);
    expect(w?.highV).toBeCloseTo(1.2 * 0.5 * 14.8, 4);
  });
  it('a ground is read once, from the battery’s plus, and so is what switches the ground', () => {
    const grounds = all.filter((s) => s.circuit === 'ground');
    expect(grounds).toHaveLength(1);
    expect(grounds[0]).toMatchObject({ across: 'battery', level: { kind: 'on' } });
    expect(grounds[0]?.window.lowV).toBeCloseTo(12, 5);
    expect(at(all, 'return', 'on')).toMatchObject({ across: 'battery' });
    expect(at(all, 'return', 'on')?.window.lowV).toBeCloseTo(12, 5);
    const off = at(all, 'return', 'off')?.window;
    expect(off?.lowV).toBe(0);
    expect(off?.highV).toBeLessThan(1.5);
  });
  it('a plug with nothing but a ground has its ground read at rest', () =>
    expect(steps(['ground']).all).toMatchObject([{ state: ALL_OFF, circuit: 'ground' }]));
});

describe('the likeliest single cause', () => {
  const CAVITIES = ['low', 'tail', 'turn', 'drl', 'return', 'ground', 'tail'];
  const cause = (f: ProbeFault) => {
    const taken = readings(CAVITIES, f);
    return probeCause(
      taken,
      taken.map((t) => t.step),
    );
  };
  it.each<[ProbeFault, string]>([
    [{ kind: 'fuse', circuit: 'low' }, 'probe-dead'],
    // Its fuse feeds another cavity, which lives.
    [{ kind: 'open', end: 'X/2' }, 'probe-open'],
    [{ kind: 'open', end: 'X/6' }, 'probe-ground'],
    [{ kind: 'exchange', ends: ['X/1', 'X/3'] }, 'probe-exchanged'],
    [{ kind: 'short', ends: ['X/1', 'X/2'] }, 'probe-touching'],
  ])('%j is %s', (fault, code) => expect(cause(fault)?.code).toBe(code));
  it('two faults at once are not laid at one door', () => {
    const taken = readings(CAVITIES, { kind: 'fuse', circuit: 'low' }).map((t) =>
      t.step.circuit === 'turn' ? { ...t, volt: 0, flashes: false } : t,
    );
    expect(probeCause(taken, steps(CAVITIES).all)?.code).toBe('probe-several');
  });
  it('alive but low is a joint; more than any supply gives is none', () => {
    const { all } = steps(CAVITIES);
    const step = at(all, 'low', 'on');
    if (!step) throw new Error('no step');
    expect(probeCause([{ step, volt: 7, flashes: false }], all)?.code).toBe('probe-weak');
    expect(probeCause([{ step, volt: 27, flashes: false }], all)?.code).toBe('probe-other');
  });

  it('whatever the plug and its one fault: sound readings are good, and the fault is always among the likely ones', () => {
    const some = fc.uniqueArray(fc.constantFrom('low', 'tail', 'turn', 'drl', 'return'), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(some, fc.boolean(), fc.nat(), (circuits, grounded, pick) => {
        const cavities = grounded ? [...circuits, 'ground'] : circuits;
        const sound = readings(cavities, null);
        const all = sound.map((t) => t.step);
        expect(sound.filter((t) => !probeGood(t))).toEqual([]);
        expect(probeCause(sound, all)).toBeNull();
        const faults = singleProbeFaults(probedCavities(all));
        const fault = faults[pick % faults.length];
        if (!fault) return;
        expect(likelyProbeFaults(readings(cavities, fault), all)).toContainEqual(fault);
      }),
      { numRuns: 200 },
    );
  });

  it('how many there are: fuses, wires, and two of every pair that differs', () => {
    const cavities: ProbedCavity[] = ['a', 'b', 'ground'].map((c, i) => ({ end: `X/${i}`, circuit: c }));
    expect(singleProbeFaults(cavities)).toHaveLength(2 + 3 + 2 * 3);
  });
});
