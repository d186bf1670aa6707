import { describe, expect, it } from 'vitest';
import { ALL_OFF, type Circuit, type ControlState } from '../../controls';
import type { LampInput, MappedInput, PinMap, VehicleCavity } from '../../harness';
import { inSetting } from '../../light/settled/inSetting';
import { lightByCurrent } from '../../light/supply/byCurrent';
import { bar, circuitOf } from '../../light/testing/vehicle';
import type { LampFunction } from '../../vehicle';
import type { Fault } from '../netlist/fault';
import { liveHarness } from './fromHarness';
import type { HarnessInput, WiredLamp } from './harnessNetwork';

const ON = { kind: 'on' } as const;
const turn = (side: 'left' | 'right', more: Partial<Circuit> = {}) =>
  circuitOf(side, [{ when: `hazard | (key=on & ${side})`, level: { kind: 'flashing', side } }], more);
const park = circuitOf('park', [{ when: 'lights!=off', level: ON }], { steadyA: 2 });
const stop = circuitOf('stop', [{ when: 'brake', level: ON }]);
const hot = circuitOf('hot', [{ when: 'always', level: ON }]);

type Wire = Partial<LampInput> & {
  readonly to: string | null;
  readonly stud?: string;
  readonly inWay?: MappedInput['inWay'];
};
/** A lamp whose inputs, by what they do, hang on circuits. */
function lampOf(position: string, wires: Readonly<Record<string, Wire>>): WiredLamp {
  const inputs = Object.entries(wires).map(([does, { to, stud: _, inWay, ...more }]): MappedInput => ({
    plug: 'p',
    cavity: does,
    input: {
      cavity: does,
      does: does as LampInput['does'],
      currentA: does === 'ground' ? 0 : 0.5,
      polar: true,
      takesPulsed: true,
      ...more,
    },
    verdict: 'direct',
    from: to === null ? null : { plug: 'v', cavity: does, circuit: to },
    path: [],
    differing: [],
    varies: [],
    ...(inWay ? { inWay } : {}),
  }));
  const map: PinMap = {
    inputs,
    circuits: [],
    adapters: [],
    chain: null,
    joints: [],
    unused: [],
    conflicts: [],
  };
  const cavities = Object.entries(wires).map(([cavity, { to, stud }]): VehicleCavity => ({
    cavity,
    circuit: to,
    ...(stud ? { stud } : {}),
  }));
  return {
    position,
    map,
    vehiclePlugs: [
      { id: 'v', position: { role: 'tail', side: 'left', end: 'rear' }, connector: 'c', cavities },
    ],
    lampMinV: 9,
    loomM: 3,
    groundM: 1,
  };
}

/** A harness with what its lamps do in a setting: A of each input, and each function's level. */
function worldOf(lamps: readonly WiredLamp[], circuits: readonly Circuit[], faults: readonly Fault[] = []) {
  const input: HarnessInput = { systemV: 12, lamps, circuits, feeds: [], resistors: {}, faults };
  const harness = liveHarness(input);
  const functions = (l: WiredLamp) =>
    [...new Set(l.map.inputs.map((i) => i.input.does))].flatMap((d): readonly LampFunction[] =>
      d === 'tail-stop' ? ['tail', 'stop'] : d === 'ground' || d === 'supply' ? [] : [d as LampFunction],
    );
  const light = lightByCurrent(
    [
      {
        harness,
        lamps: lamps.map((l) => ({
          position: l.position,
          side: l.position.endsWith('left') ? 'left' : l.position.endsWith('right') ? 'right' : 'centre',
          lamp: {
            program: bar(
              1,
              functions(l).map((does) => ({
                does,
                filament: l.map.inputs.some((i) => i.input.does === does && i.input.load === 'filament'),
              })),
            ),
            face: { aspect: 1, segments: [] },
            traits: [],
            functions: functions(l).map((does) => ({ does })),
            workingMinV: 9,
          },
          mode: null,
          fullA: new Map(l.map.inputs.map((i) => [`p/${i.cavity}`, i.input.currentA])),
        })),
      },
    ],
    circuits,
    { perMinute: 90, onShare: 0.5 },
  );
  return {
    amp: (set: Partial<ControlState>, position: string, does: string) =>
      harness
        .supplied({ ...ALL_OFF, ...set }, true)
        .inputs.find((i) => i.position === position && i.does === does)?.onA ?? 0,
    blown: (set: Partial<ControlState>) => harness.supplied({ ...ALL_OFF, ...set }, true).blown,
    level: (set: Partial<ControlState>, position: string, does: LampFunction) =>
      inSetting(light, { ...ALL_OFF, ...set })
        .get(position)
        ?.get(does)?.level.kind ?? 'off',
  };
}

const [L, R] = ['tail.rear.left', 'tail.rear.right'];
const left = { key: 'on', left: 'yes' };

describe('what hangs between wires', () => {
  it('a marker between park and turn wire: lit by either alone, dark where both are live', () => {
    const marker = lampOf(L, {
      'side-marker': { to: 'park', back: 'turn', load: 'filament', polar: false },
      turn: { to: 'left', currentA: 2, load: 'filament', polar: false },
      ground: { to: 'ground' },
    });
    const { level } = worldOf([marker], [park, turn('left')]);
    expect(level({ lights: 'position' }, L, 'side-marker')).toBe('on');
    expect(level(left, L, 'side-marker')).toBe('flashing');
    // With both it flashes the other way round: dark while the turn signal is lit.
    expect(level({ ...left, lights: 'position' }, L, 'side-marker')).toBe('flashing');
    expect(level({}, L, 'side-marker')).toBe('off');
  });

  it('one tell-tale between both turn signals lights the other side’s LED; a bulb there takes its current', () => {
    const lamps = (load: 'filament' | undefined, currentA: number) =>
      [L, R].map((at, i) =>
        lampOf(at, {
          turn: { to: i === 0 ? 'left' : 'right', currentA, ...(load ? { load } : {}) },
          ground: { to: 'ground' },
        }),
      );
    const tied = [turn('left', { between: { circuit: 'right', ratedA: 0.25 } }), turn('right')];
    expect(worldOf(lamps(undefined, 0.15), tied).level(left, R, 'turn')).toBe('flashing');
    expect(worldOf(lamps('filament', 1.75), tied).level(left, R, 'turn')).toBe('off');
    expect(worldOf(lamps(undefined, 0.15), [turn('left'), turn('right')]).level(left, R, 'turn')).toBe('off');
    expect(worldOf(lamps(undefined, 0.15), tied).level(left, L, 'turn')).toBe('flashing');
  });

  it('lamps of one stud feed back into one another where it comes loose', () => {
    const lamps = [L, R].map((at, i) =>
      lampOf(at, {
        turn: { to: i === 0 ? 'left' : 'right', load: 'filament', polar: false },
        tail: { to: 'park', load: 'filament', polar: false },
        ground: { to: 'ground', stud: 'G4' },
      }),
    );
    const sound = worldOf(lamps, [park, turn('left'), turn('right')]);
    expect(sound.amp(left, L, 'turn')).toBeGreaterThan(0.45);
    expect(sound.amp(left, L, 'tail')).toBeLessThan(0.01);
    const loose = worldOf(
      lamps,
      [park, turn('left'), turn('right')],
      [{ kind: 'open', element: 'ground:stud G4' }],
    );
    // Its current looks for a way through the tails, and through the other lamp of the stud.
    expect(loose.amp(left, L, 'tail')).toBeGreaterThan(0.02);
    expect(loose.amp(left, R, 'tail')).toBeGreaterThan(0.02);
  });
});

describe('what an adapter has in its wire', () => {
  it('Ω take their part of the voltage, a diode lets nothing back', () => {
    const lamp = (inWay?: MappedInput['inWay']) =>
      lampOf(L, {
        stop: { to: 'stop', load: 'resistive', currentA: 1, ...(inWay ? { inWay } : {}) },
        ground: { to: 'ground' },
      });
    const brake = { brake: 'yes' };
    const plain = worldOf([lamp()], [stop]).amp(brake, L, 'stop');
    // By hand: 13.5 V on 13.5 Ω and 13.5 Ω more is half, but for the wires.
    expect(worldOf([lamp({ ohm: 13.5, diode: false })], [stop]).amp(brake, L, 'stop')).toBeCloseTo(
      plain / 2,
      2,
    );
    // A diode takes 0.6 V and 0.05 Ω.
    expect(worldOf([lamp({ ohm: 0, diode: true })], [stop]).amp(brake, L, 'stop')).toBeCloseTo(
      (13.5 - 0.6) / (13.5 / plain + 0.05),
      2,
    );
  });
});

describe('a fuse before a harness', () => {
  const lamps = [
    lampOf(L, { tail: { to: 'park' }, stop: { to: 'stop' }, ground: { to: 'ground' } }),
    lampOf(R, { tail: { to: 'park' }, ground: { to: 'ground' } }),
  ];
  const chafed: Fault = { kind: 'short', nodes: [`${L} p/tail`, 'body'] };
  const all = { lights: 'low', brake: 'yes' };

  it('goes with a wire that chafes on the body, and takes all that hangs on it along', () => {
    const { amp, level, blown } = worldOf(lamps, [park, stop], [chafed]);
    expect(blown(all)).toEqual(['park']);
    expect([amp(all, L, 'tail'), amp(all, R, 'tail')]).toEqual([0, 0]);
    expect(level(all, R, 'tail')).toBe('off');
    expect(level(all, L, 'stop')).toBe('on');
    // Where nothing is switched on nothing blows.
    expect(blown({ brake: 'yes' })).toEqual([]);
  });
  it('bears what is less than twice its rating: 2 A of others and two lamps of half an ampere on 10 A', () => {
    expect(worldOf(lamps, [park, stop]).blown(all)).toEqual([]);
    // On 1.4 A it is 2.1 times what it bears; on 1.6 A 1.9 times.
    const on = (fuseA: number) => worldOf(lamps, [{ ...park, fuseA }, stop]).blown(all);
    expect([on(1.4), on(1.6)]).toEqual([['park'], []]);
  });
  it('of one that a short between two circuits overloads the weaker goes first, and the other stays', () => {
    const touch: Fault = { kind: 'short', nodes: [`${L} p/tail`, `${L} p/stop`] };
    const weak = worldOf(lamps, [{ ...park, fuseA: 1 }, stop], [touch]);
    // The brake feeds the tails through the short: their own fuse, and what hangs before it, bear that backwards.
    expect(weak.blown({ brake: 'yes' })).toEqual([]);
    expect(weak.blown(all)).toEqual(['park']);
    expect(weak.level(all, R, 'tail')).toBe('on');
  });
});

describe('wires that carry two functions, and inputs that only tell', () => {
  it('one that is pulsed is the tail, in full it is the stop lamp', () => {
    const both = circuitOf('both', [
      { when: 'brake', level: ON },
      { when: 'lights!=off', level: { kind: 'pulsed', duty: 0.25, hz: 200 } },
    ]);
    const { level } = worldOf([lampOf(L, { 'tail-stop': { to: 'both' }, ground: { to: 'ground' } })], [both]);
    expect(['tail', 'stop'].map((f) => level({ lights: 'low' }, L, f as LampFunction))).toEqual([
      'pulsed',
      'off',
    ]);
    expect(['tail', 'stop'].map((f) => level({ brake: 'yes' }, L, f as LampFunction))).toEqual(['on', 'on']);
    expect(level({}, L, 'tail')).toBe('off');
  });

  it('what only tells lights nothing while its lamp’s supply is dead', () => {
    const lamp = lampOf(L, {
      supply: { to: 'hot', currentA: 2 },
      stop: { to: 'stop', currentA: 0.02, trigger: true },
      ground: { to: 'ground' },
    });
    const brake = { brake: 'yes' };
    expect(worldOf([lamp], [hot, stop]).level(brake, L, 'stop')).toBe('on');
    expect(worldOf([lamp], [hot, stop]).level({}, L, 'stop')).toBe('off');
    const dead: Fault = { kind: 'open', element: 'circuit:hot' };
    expect(worldOf([lamp], [hot, stop], [dead]).level(brake, L, 'stop')).toBe('off');
  });
});
