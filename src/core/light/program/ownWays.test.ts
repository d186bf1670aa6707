import { describe, expect, it } from 'vitest';
import type { Lamp } from '../../catalogue/types';
import type { Circuit } from '../../controls';
import { type ConnectorHalf, indexAdapters, pinMap, type VehiclePlug } from '../../harness';
import { withOwnWays } from './ownWays';

const half = (id: string): ConnectorHalf => ({
  id,
  family: 'F',
  half: id === 'lamp' ? 'lamp' : 'vehicle',
  rows: 1,
  columns: 3,
  cavities: ['1', '2', '3'].map((number, k) => ({ number, row: 1, column: k + 1 })),
  latch: 'top',
  locks: ['latch'],
  sealed: true,
  keyed: true,
});
type Drl = Partial<NonNullable<Lamp['program']>['functions'][number]>;
const lamp = (
  drl: Drl | null,
  position = true,
): Pick<Lamp, 'plugs' | 'program' | 'behaviour' | 'face' | 'traits' | 'functions'> => ({
  face: { aspect: 1, segments: [] },
  traits: [],
  functions: [{ does: 'drl' }, { does: position ? 'position' : 'turn' }],
  plugs: [
    {
      id: 'main',
      connector: 'lamp',
      inputs: [
        { cavity: '1', does: 'drl', currentA: 0.5, polar: true, takesPulsed: false },
        {
          cavity: '2',
          does: position ? 'position' : 'turn',
          currentA: 0.1,
          polar: true,
          takesPulsed: false,
        },
        { cavity: '3', does: 'ground', currentA: 0, polar: true, takesPulsed: false },
      ],
    },
  ],
  ...(drl
    ? {
        program: {
          segments: [],
          functions: [{ does: 'drl', segments: [], ...drl }],
        } as unknown as Lamp['program'],
      }
    : {}),
});
const marked = (of: ReturnType<typeof lamp>) =>
  withOwnWays(of).flatMap((p) => p.inputs.map((i) => 'dimsItself' in i && i.dimsItself === true));

/** Live whenever the engine runs, lights on or off. */
const running: Circuit = {
  id: 'running',
  cases: [{ when: 'running', level: { kind: 'on' } }],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
};
const rows: Readonly<Record<string, Circuit>> = {
  running,
  park: { ...running, id: 'park', cases: [{ when: 'lights!=off', level: { kind: 'on' } }] },
};
const plug: VehiclePlug = {
  id: 'v',
  position: { role: 'headlamp', side: 'left', end: 'front' },
  connector: 'vehicle',
  cavities: ['running', 'park', 'ground'].map((circuit, k) => ({ cavity: String(k + 1), circuit })),
};
const verdict = (of: ReturnType<typeof lamp>) =>
  pinMap({
    side: 'left',
    systemV: 12,
    vehiclePlugs: [plug],
    lampPlugs: withOwnWays(of),
    lampMinV: 9,
    lampMaxV: 16,
    connector: half,
    circuit: (id) => rows[id],
    adapters: indexAdapters([]),
  }).inputs.find((i) => i.input.does === 'drl')?.verdict;

describe('a daytime input of a lamp that dims it by itself', () => {
  const dims: Drl = { dimmed: { to: 0.3, while: 'position' } };
  const out: Drl = { out: { while: 'position', returnMs: 0 } };
  it('is marked where the lamp has the input that tells it', () => {
    expect(marked(lamp(dims))).toEqual([true, false, false]);
    expect(marked(lamp(out))).toEqual([true, false, false]);
    expect(marked(lamp(dims, false))).toEqual([false, false, false]);
    expect(marked(lamp({ out: { while: 'turn', returnMs: 400 } }, false))).toEqual([false, false, false]);
    expect(marked(lamp(null))).toEqual([false, false, false]);
  });
  it('is fed by a wire that stays live with the lights on; one that does not dim wants a feed of its own', () => {
    expect([verdict(lamp(dims)), verdict(lamp(out))]).toEqual(['direct', 'direct']);
    expect([verdict(lamp({})), verdict(lamp(null))]).toEqual(['extra-feed', 'extra-feed']);
  });
});
