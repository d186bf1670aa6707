import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ALL_OFF, circuitFinder, type ControlState, possibleStates } from '../../controls';
import { indexAdapters, pinMap, type PinMapInput } from '../../harness';
import type { Shelf } from '../../catalogue';
import { positionKey } from '../../vehicle';
import { liveHarness, readStates } from './fromHarness';
import type { HarnessInput, WiredLamp } from './harnessNetwork';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const packet = shelf.families.find((f) => f.id === 'orrel-packet');
const circuit = circuitFinder(packet?.circuits ?? []);

function lampAt(side: 'left' | 'right', lampId: string, more: Partial<PinMapInput> = {}): WiredLamp {
  const position = `headlamp.front.${side}`;
  const lamp = shelf.lamps.find((l) => l.id === `${lampId}-${side}`);
  const vehiclePlugs = (packet?.plugs ?? []).filter(
    (p) => positionKey(p.position) === position && p.id.startsWith('X41'),
  );
  const map = pinMap({
    side,
    systemV: 12,
    vehiclePlugs,
    lampPlugs: lamp?.plugs ?? [],
    lampMinV: 9,
    lampMaxV: 16,
    connector: (id) => shelf.connectors.find((c) => c.id === id),
    circuit,
    adapters: indexAdapters([]),
    ...more,
  });
  return { position, map, vehiclePlugs, lampMinV: 9, loomM: 3, groundM: 1 };
}
const harness = (more: Partial<HarnessInput> = {}) =>
  liveHarness({
    systemV: 12,
    lamps: [lampAt('left', 'skerry-620'), lampAt('right', 'skerry-620')],
    circuits: packet?.circuits ?? [],
    feeds: [],
    resistors: {},
    ...more,
  });
const state = (s: Partial<ControlState>): ControlState => ({ ...ALL_OFF, ...s });
const at = (h: ReturnType<typeof harness>, s: ControlState, does: string, side = 'left') =>
  h.read(s).cavities.find((c) => c.does === does && c.position.endsWith(side));

describe('the harness of a swap, live', () => {
  it('low beam: 2.4 A over fuse, 3 m of 1.0 mm² at 40 °C and a contact', () => {
    // Both lamps share the fuse: 4.8 A × 0.01 Ω; wire 18.5 mΩ/m × 3 × 1.0786 = 0.0599 Ω, contact 0.005 Ω.
    const expected = 13.5 - 4.8 * 0.01 - 2.4 * (0.0185 * 3 * 1.0786 + 0.005);
    const reading = at(harness(), state({ key: 'on', lights: 'low' }), 'low-beam');
    expect(reading?.volt).toBeCloseTo(expected, 3);
    expect(reading?.amp).toBeCloseTo(2.4, 6);
  });

  it('what is off floats and draws nothing', () => {
    const high = at(harness(), state({ key: 'on', lights: 'low' }), 'high-beam');
    expect(high?.volt).toBeNull();
    expect(Math.abs(high?.amp ?? 1)).toBeLessThan(1e-6);
  });

  it('an extra feed is there by its own switch, wire and length, and the longer leg has less', () => {
    const h = harness({
      feeds: [
        {
          does: 'drl',
          live: [{ when: 'running', level: { kind: 'on' } }],
          wire: '0.75 mm²',
          legM: { 'headlamp.front.left': 1.7, 'headlamp.front.right': 3.3 },
        },
      ],
    });
    const on = state({ key: 'on', running: 'yes' });
    const [left, right] = ['left', 'right'].map((side) => at(h, on, 'drl', side)?.volt ?? 0);
    expect(left).toBeGreaterThan(right ?? 0);
    expect(at(h, on, 'drl')?.amp).toBeCloseTo(1.1, 6);
    expect(at(h, state({ key: 'on' }), 'drl')?.volt).toBeNull();
  });

  it('a resistor beside the turn signal draws its own current from the circuit', () => {
    const on = state({ hazard: 'yes' });
    const without = at(harness(), on, 'turn')?.volt ?? 0;
    const withIt = at(harness({ resistors: { 'turn-left': 22 } }), on, 'turn')?.volt ?? 0;
    expect(withIt).toBeLessThan(without);
    expect(at(harness({ resistors: { 'turn-left': 22 } }), on, 'turn')?.amp).toBeCloseTo(0.5, 6);
  });

  it('a lost ground leaves a polar lamp dark', () => {
    const h = harness({ faults: [{ kind: 'open', element: 'ground:headlamp.front.left main/1' }] });
    expect(Math.abs(at(h, state({ key: 'on', lights: 'low' }), 'low-beam')?.amp ?? 1)).toBeLessThan(1e-6);
    expect(at(h, state({ key: 'on', lights: 'low' }), 'low-beam', 'right')?.amp).toBeCloseTo(2.4, 6);
  });

  it('a circuit that switches the ground leaves a lamp dark that waits for a supply', () => {
    const turned = (packet?.circuits ?? []).map((c) =>
      c.id === 'low' ? { ...c, switched: 'ground' as const } : c,
    );
    const on = state({ key: 'on', lights: 'low' });
    expect(at(harness({ circuits: turned }), on, 'low-beam')).toMatchObject({ level: { kind: 'on' } });
    expect(Math.abs(at(harness({ circuits: turned }), on, 'low-beam')?.amp ?? 1)).toBeLessThan(1e-6);
    expect(at(harness(), on, 'low-beam')?.amp).toBeCloseTo(2.4, 6);
  });

  it('reads every state with progress, each converged, the same whatever came before', () => {
    const states = possibleStates(['key', 'lights', 'hazard', 'high']);
    const run = readStates(harness(), states, 5);
    const seen: number[] = [];
    let step = run.next();
    while (!step.done) {
      seen.push(step.value);
      step = run.next();
    }
    expect(seen.at(-1)).toBe(states.length);
    const forward = step.value;
    const single = states.map((s) => harness().read(s));
    expect(single.every((r) => r.converged)).toBe(true);
    forward.forEach((readings, i) =>
      readings.forEach((r, k) => expect(r.amp).toBeCloseTo(single[i]?.cavities[k]?.amp ?? NaN, 4)),
    );
  });
});

it('a filament that carries current backwards is lit by it: the stop filament of a tail lamp without its ground', () => {
  const position = 'tail.rear.left';
  const circuits = ['tail', 'stop'].map((id) => ({
    id,
    cases: [{ when: id === 'tail' ? 'lights!=off' : 'brake', level: { kind: 'on' as const } }],
    switched: 'supply' as const,
    minV: 9,
    maxV: 16,
    fuseA: 10,
    // The other side's lamps hang on the same circuits.
    steadyA: 2,
    monitoring: { kind: 'none' as const },
  }));
  const plug = {
    id: 'v',
    position: { role: 'tail', side: 'left', end: 'rear' },
    connector: 'v',
    cavities: [
      { cavity: '1', circuit: 'tail' },
      { cavity: '2', circuit: 'stop' },
      { cavity: '3', circuit: 'ground' },
    ],
  } as const;
  const input = (cavity: string, does: 'position' | 'stop' | 'ground') => ({
    plug: 'main',
    cavity,
    input: {
      cavity,
      does,
      currentA: does === 'stop' ? 1.75 : 0.4,
      polar: false,
      takesPulsed: false,
      load: 'filament',
    },
    verdict: 'direct',
    from: { plug: 'v', cavity, circuit: { 1: 'tail', 2: 'stop', 3: 'ground' }[cavity] },
    path: [1, 2],
    differing: [],
    varies: [],
  });
  const map = {
    inputs: [input('1', 'position'), input('2', 'stop'), input('3', 'ground')],
    conflicts: [],
    adapters: [],
  } as unknown as WiredLamp['map'];
  const live = liveHarness({
    systemV: 12,
    lamps: [{ position, map, vehiclePlugs: [plug], lampMinV: 9, loomM: 4, groundM: 1 }],
    circuits,
    feeds: [],
    resistors: {},
    faults: [{ kind: 'open', element: `ground:${position} main/3` }],
  });
  const on = state({ key: 'on', lights: 'park' });
  const stop = live.supplied(on, true).inputs.find((i) => i.does === 'stop');
  expect(live.read(on).cavities.find((c) => c.does === 'stop')?.amp).toBeLessThan(-0.1);
  expect(stop?.onA).toBeGreaterThan(0.1);
  expect(stop?.onV).toBeGreaterThan(0);
});

it('what is pulsed by another supply has that one’s frequency, and is never said to have one of nothing', () => {
  const position = 'tail.rear.left';
  const pulsed = { kind: 'pulsed' as const, duty: 0.4, hz: 120 };
  const circuits = (['tail', 'stop'] as const).map((id) => ({
    id,
    cases: [
      {
        when: id === 'tail' ? 'lights!=off' : 'brake',
        level: id === 'tail' ? pulsed : { kind: 'on' as const },
      },
    ],
    switched: 'supply' as const,
    minV: 9,
    maxV: 16,
    fuseA: 10,
    steadyA: 2,
    monitoring: { kind: 'none' as const },
  }));
  const input = (cavity: string, does: 'position' | 'stop' | 'ground') => ({
    plug: 'main',
    cavity,
    input: { cavity, does, currentA: 1, polar: false, takesPulsed: false, load: 'filament' },
    verdict: 'direct',
    from: { plug: 'v', cavity, circuit: { 1: 'tail', 2: 'stop', 3: 'ground' }[cavity] },
    path: [1, 2],
    differing: [],
    varies: [],
  });
  const map = {
    inputs: [input('1', 'position'), input('2', 'stop'), input('3', 'ground')],
    conflicts: [],
    adapters: [],
  } as unknown as WiredLamp['map'];
  const plug = {
    id: 'v',
    position: { role: 'tail', side: 'left', end: 'rear' },
    connector: 'v',
    cavities: ['tail', 'stop', 'ground'].map((circuit, k) => ({ cavity: String(k + 1), circuit })),
  } as const;
  const live = liveHarness({
    systemV: 12,
    lamps: [{ position, map, vehiclePlugs: [plug], lampMinV: 9, loomM: 4, groundM: 1 }],
    circuits,
    feeds: [],
    resistors: {},
    faults: [{ kind: 'open', element: `ground:${position} main/3` }],
  });
  const { inputs } = live.supplied(state({ key: 'on', lights: 'park' }), true);
  // The stop filament is lit backwards while the tail's pulse is on.
  expect(inputs.map((i) => [i.does, i.hz, Math.round(i.duty * 10) / 10])).toEqual([
    ['position', 120, 0.4],
    ['stop', 120, 0.4],
  ]);
  // Without a pulsed supply there is no frequency, and the whole of the time.
  const steady = live
    .supplied(state({ key: 'on', brake: 'yes' }), true)
    .inputs.find((i) => i.does === 'stop');
  expect([steady?.hz, steady?.duty]).toEqual([null, 1]);
});
