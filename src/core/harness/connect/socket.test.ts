import { describe, expect, it } from 'vitest';
import { type Circuit, circuitFinder, convertedId } from '../../controls';
import { positionKey } from '../../vehicle';
import { everyPlug } from '../everyPlug';
import type { ConnectorHalf, LampInput, LampPlug, VehiclePlug } from '../types';
import { circuitOf } from '../../light/testing/vehicle';
import { indexAdapters } from './adapterIndex';
import { pinMap } from './pinMap';

const circuit = (id: string, when: string, level: Circuit['cases'][number]['level']): Circuit =>
  circuitOf(id, [{ when, level }]);
const turn = (side: 'left' | 'right') =>
  circuit(`turn-${side}`, `hazard | (key=on & ${side})`, { kind: 'flashing', side });
const find = circuitFinder([
  circuit('tail', 'lights!=off', { kind: 'on' }),
  circuit('work', 'key=on', { kind: 'on' }),
  turn('left'),
  turn('right'),
]);
/** One socket at the middle of a trailer's rear, which both lamps of a kit hang on. */
const SOCKET: VehiclePlug = {
  id: 'S1',
  position: { role: 'tail', end: 'rear', side: 'left' },
  also: { role: 'tail', end: 'rear', side: 'right' },
  connector: 'T-vehicle',
  cavities: ['tail', 'turn-left', 'turn-right', 'work', 'ground'].map((c, i) => ({
    cavity: String(i + 1),
    circuit: c,
  })),
};
const input = (cavity: string, does: LampInput['does'], side?: 'left' | 'right'): LampInput => ({
  cavity,
  does,
  currentA: does === 'ground' ? 0 : 0.5,
  polar: true,
  takesPulsed: true,
  ...(side ? { side } : {}),
});
const KIT: LampPlug = {
  id: 'main',
  connector: 'T-lamp',
  inputs: [input('1', 'tail'), input('2', 'turn', 'left'), input('3', 'turn', 'right'), input('5', 'ground')],
};
const half = (id: string): ConnectorHalf => ({
  id,
  family: 'T',
  half: id.endsWith('lamp') ? 'lamp' : 'vehicle',
  rows: 1,
  columns: 5,
  cavities: [1, 2, 3, 4, 5].map((n) => ({
    number: String(n),
    row: 1,
    column: id.endsWith('lamp') ? 6 - n : n,
  })),
  latch: 'top',
  locks: [],
  sealed: false,
  keyed: true,
});
const mapAt = (side: 'left' | 'right', lampPlugs: readonly LampPlug[] = [KIT]) => {
  const vehiclePlugs = everyPlug({ plugs: [SOCKET] }).filter((p) => p.position.side === side);
  return pinMap({
    side,
    systemV: 12,
    vehiclePlugs,
    lampPlugs,
    lampMinV: 9,
    lampMaxV: 16,
    connector: half,
    circuit: find,
    adapters: indexAdapters([]),
  });
};

describe('one socket for both sides', () => {
  it('stands at both places', () => {
    expect(everyPlug({ plugs: [SOCKET] }).map((p) => positionKey(p.position))).toEqual([
      'tail.rear.left',
      'tail.rear.right',
    ]);
    expect(everyPlug({})).toEqual([]);
    // The same rows give the same list: what is worked out from it is kept.
    const plugs = [SOCKET];
    expect(everyPlug({ plugs })).toBe(everyPlug({ plugs }));
  });

  it.each(['left', 'right'] as const)(
    'feeds the %s lamp with what is its own, and leaves the rest be',
    (side) => {
      const map = mapAt(side);
      expect(map.inputs.map((i) => [i.input.does, i.from?.circuit, i.verdict])).toEqual([
        ['tail', 'tail', 'direct'],
        ['turn', `turn-${side}`, 'direct'],
        ['ground', 'ground', 'direct'],
      ]);
      expect(map.conflicts.map((c) => c.code).filter((c) => c !== 'need-varies')).toEqual([]);
      // The other lamp's wire is not capped for hanging on nothing here.
      expect(map.circuits.map((c) => [c.circuit, c.outcome])).toEqual([
        ['tail', 'used'],
        [`turn-${side}`, 'used'],
      ]);
    },
  );
});

describe('a relay in a lead', () => {
  it('is as right as the wire that switches it, and feeds the lamp for itself', () => {
    const relayed = find(convertedId({ kind: 'relay', of: 'tail' }));
    expect(relayed).toMatchObject({ cases: [{ when: 'lights!=off' }], monitoring: { kind: 'none' } });
    const map = pinMap({
      side: 'left',
      systemV: 12,
      vehiclePlugs: [SOCKET],
      lampPlugs: [{ id: 'main', connector: 'N-lamp', inputs: [input('1', 'tail'), input('5', 'ground')] }],
      lampMinV: 9,
      lampMaxV: 16,
      connector: (id) => ({ ...half(id), family: id.charAt(0) }),
      circuit: find,
      adapters: indexAdapters([
        {
          part: 'relay-lead',
          priceMinor: 1_000,
          stock: 1,
          adapter: {
            ends: [
              { id: 'in', way: 'in', family: 'T' },
              { id: 'out', way: 'out', family: 'N' },
            ],
            map: [
              { from: 'in/1', to: 'out/1', relay: true },
              { from: 'in/5', to: 'out/5' },
            ],
          },
        },
      ]),
    });
    expect(map.inputs.map((i) => [i.from?.circuit, i.verdict])).toEqual([
      ['+relay+tail', 'through-adapter'],
      ['ground', 'through-adapter'],
    ]);
    // What it draws is its own supply's, not the tail circuit's: a monitor there would miss it.
    expect(map.circuits.find((c) => c.circuit === 'tail')).toMatchObject({ outcome: 'used', drawnA: 0 });
  });
});
