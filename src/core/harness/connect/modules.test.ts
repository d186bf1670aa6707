import { describe, expect, it } from 'vitest';
import { ALL_OFF, circuitFinder, conversionOf, convertedId, levelOf, possibleStates } from '../../controls';
import { liveHarness } from '../../electric';
import type { AdapterLink, ConnectorHalf, LampInput, LampPlug, VehiclePlug } from '../types';
import { circuitOf } from '../../light/testing/vehicle';
import { indexAdapters } from './adapterIndex';
import { pinMap } from './pinMap';

const ON = { kind: 'on' } as const;
/** One wire for stop and turn: the turn signal goes before the stop. */
const both = (side: 'left' | 'right') =>
  circuitOf(`both-${side}`, [
    { when: `hazard | (key=on & ${side})`, level: { kind: 'flashing', side } },
    { when: 'brake', level: ON },
  ]);
const CIRCUITS = [
  both('left'),
  both('right'),
  circuitOf('low', [{ when: 'key=on & lights=low', level: { kind: 'pulsed', duty: 0.8, hz: 100 } }]),
  circuitOf('park', [{ when: 'lights!=off', level: ON }], {
    monitoring: { kind: 'test-pulses' },
    overTime: { upMs: 200, testPulses: { everyMs: 500, widthUs: 400, in: 'off' } },
  }),
];
const find = circuitFinder(CIRCUITS);

const input = (cavity: string, does: LampInput['does'], more: Partial<LampInput> = {}): LampInput => ({
  cavity,
  does,
  currentA: does === 'ground' ? 0 : 0.5,
  polar: true,
  takesPulsed: false,
  ...more,
});
const half = (id: string): ConnectorHalf => ({
  id,
  family: id.split('-')[0] ?? id,
  half: id.endsWith('lamp') ? 'lamp' : 'vehicle',
  rows: 1,
  columns: 4,
  cavities: [1, 2, 3, 4].map((n) => ({ number: String(n), row: 1, column: n })),
  latch: 'top',
  locks: [],
  sealed: false,
  keyed: true,
});

/** A lamp of another family than the vehicle's plug, and a lead between whose wires are these. */
function through(has: readonly (string | null)[], wants: readonly LampInput[], map: readonly AdapterLink[]) {
  const plug: VehiclePlug = {
    id: 'v',
    position: { role: 'tail', end: 'rear', side: 'left' },
    connector: 'CAR-vehicle',
    cavities: has.map((c, i) => ({ cavity: String(i + 1), circuit: c })),
  };
  const lamp: LampPlug = { id: 'main', connector: 'NEW-lamp', inputs: wants };
  const lead = {
    part: 'lead',
    priceMinor: 1_000,
    stock: 1,
    adapter: {
      ends: [
        { id: 'in', way: 'in' as const, family: 'CAR' },
        { id: 'out', way: 'out' as const, family: 'NEW' },
      ],
      map,
    },
  };
  const mapped = pinMap({
    side: 'left',
    systemV: 12,
    vehiclePlugs: [plug],
    lampPlugs: [lamp],
    lampMinV: 9,
    lampMaxV: 16,
    connector: half,
    circuit: find,
    adapters: indexAdapters([lead]),
  });
  const live = liveHarness({
    systemV: 12,
    lamps: [{ position: 'p', map: mapped, vehiclePlugs: [plug], lampMinV: 9, loomM: 3, groundM: 1 }],
    circuits: CIRCUITS,
    feeds: [],
    resistors: {},
  });
  return { mapped, live, verdicts: mapped.inputs.map((i) => i.verdict) };
}

const GROUND: AdapterLink = { from: 'in/4', to: 'out/4' };
const PARTED: readonly AdapterLink[] = [
  { from: 'in/1', to: 'out/1', part: 'stop', beside: 'in/2' },
  { from: 'in/1', to: 'out/2', part: 'turn' },
  GROUND,
];

describe('a parting converter', () => {
  const lamp = [input('1', 'stop'), input('2', 'turn'), input('4', 'ground')];
  it('gives a lamp with two inputs what one wire of the vehicle brings', () => {
    const { mapped, verdicts } = through(['both-left', 'both-right', null, 'ground'], lamp, PARTED);
    expect(verdicts).toEqual(['through-adapter', 'through-adapter', 'through-adapter']);
    expect(mapped.conflicts.map((c) => c.code).filter((c) => c !== 'need-varies')).toEqual([]);
    expect(mapped.inputs[0]?.from).toMatchObject({ also: { plug: 'v', cavity: '2' } });
  });

  it('lights, in every setting, the stop by the brake and the turn by the lever, but for the brake under hazard', () => {
    const { live } = through(['both-left', 'both-right', null, 'ground'], lamp, PARTED);
    for (const state of possibleStates(['key', 'left', 'right', 'hazard', 'brake'])) {
      const lit = Object.fromEntries(live.supplied(state, true).inputs.map((i) => [i.does, i.onA > 0.1]));
      const hazard = state.hazard === 'yes';
      expect(lit.turn, JSON.stringify(state)).toBe(hazard || (state.key === 'on' && state.left === 'yes'));
      expect(lit.stop, JSON.stringify(state)).toBe(state.brake === 'yes' && !hazard);
    }
  });

  it('without the other side’s wire it loses the stop beside the turn signal, and is not taken for right', () => {
    const alone = PARTED.map(({ beside: _, ...w }) => w);
    const { mapped } = through(['both-left', 'both-right', null, 'ground'], lamp, alone);
    expect(mapped.chain).toBeNull();
    expect(mapped.conflicts.map((c) => c.code)).toContain('wrong-function');
  });

  it('is not proposed where a wire of the vehicle does by itself what is wanted', () => {
    const { mapped } = through(
      ['both-left', 'both-right', null, 'ground'],
      [input('1', 'stop-turn'), input('4', 'ground')],
      [{ from: 'in/1', to: 'out/1' }, GROUND],
    );
    expect(mapped.inputs[0]).toMatchObject({ verdict: 'through-adapter', from: { circuit: 'both-left' } });
  });
});

describe('a lead that smooths', () => {
  const wants = (does: LampInput['does']) => [input('1', does), input('4', 'ground')];
  const smooth: readonly AdapterLink[] = [{ from: 'in/1', to: 'out/1', smooths: true }, GROUND];
  const plain: readonly AdapterLink[] = [{ from: 'in/1', to: 'out/1' }, GROUND];
  const codes = (circuitId: string, does: LampInput['does'], map: readonly AdapterLink[]) =>
    through([circuitId, null, null, 'ground'], wants(does), map).mapped.conflicts.map((c) => c.code);

  it('sets a pulsed feed right for a lamp that takes none', () => {
    expect(codes('low', 'low-beam', plain)).toContain('pulsed-into-steady');
    expect(codes('low', 'low-beam', smooth)).not.toContain('pulsed-into-steady');
  });
  it('cures test pulses, and leaves the circuit’s other ways', () => {
    expect(codes('park', 'position', plain)).toContain('test-pulses');
    expect(codes('park', 'position', smooth)).not.toContain('test-pulses');
    expect(find(convertedId({ kind: 'steady', of: 'park' }))?.overTime).toEqual({ upMs: 200 });
  });
  it('keeps the lamp on its own circuit where there is nothing to store, and lit through the pulses where there is', () => {
    const park = through(['park', null, null, 'ground'], wants('position'), smooth).live;
    const reading = park.supplied({ ...ALL_OFF, lights: 'low' }, true);
    expect(reading.circuitA.get('park')).toBeCloseTo(0.5, 6);
    const low = through(['low', null, null, 'ground'], wants('low-beam'), smooth).live;
    const lit = low.supplied({ ...ALL_OFF, key: 'on', lights: 'low' }, true).inputs[0];
    expect(lit).toMatchObject({ duty: 1, onA: expect.closeTo(0.5, 6) as number });
    expect(low.supplied(ALL_OFF, true).inputs[0]?.onA).toBe(0);
  });
});

describe('what a module makes has a name of its own', () => {
  it('that says again what it was made of', () => {
    for (const c of [
      { kind: 'join', stop: 'a', turn: 'b' },
      { kind: 'part', out: 'turn', of: 'a' },
      { kind: 'part', out: 'stop', of: 'a', beside: 'b' },
      { kind: 'steady', of: 'a' },
    ] as const)
      expect(conversionOf(convertedId(c))).toEqual(c);
    expect(conversionOf('park')).toBeNull();
    expect(find('+turn+none')).toBeUndefined();
  });
  it('turn and stop parted of one wire are never lit at once', () => {
    const [stop, turn] = ['stop', 'turn'].map((out) =>
      find(convertedId({ kind: 'part', out: out as 'stop' | 'turn', of: 'both-left' })),
    );
    for (const state of possibleStates(['key', 'left', 'hazard', 'brake']))
      expect(
        [stop, turn].filter((c) => c && levelOf(c.cases, state).kind !== 'off').length,
        JSON.stringify(state),
      ).toBeLessThan(2);
  });
});
