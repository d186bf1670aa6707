import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../../catalogue';
import { circuitFinder } from '../../controls';
import { liveHarness, type WiredLamp } from '../../electric';
import type { Fault } from '../../electric/netlist/fault';
import { indexAdapters, pinMap } from '../../harness';
import { positionKey } from '../../vehicle';
import { readScore } from './score';
import { lightOverTime } from './simulate';
import { lightByCurrent } from '../supply/byCurrent';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const packet = shelf.families.find((f) => f.id === 'orrel-packet');
const circuits = packet?.circuits ?? [];

function lampAt(side: 'left' | 'right'): WiredLamp {
  const position = `headlamp.front.${side}`;
  const lamp = shelf.lamps.find((l) => l.id === `skerry-620-${side}`);
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
    circuit: circuitFinder(circuits),
    adapters: indexAdapters([]),
  });
  return { position, map, vehiclePlugs, lampMinV: 9, loomM: 3, groundM: 1 };
}

/** Level of each function of both lamps with low beam and parking lights on, by currents. */
function levels(faults: readonly Fault[]) {
  const lamps = [lampAt('left'), lampAt('right')];
  const harness = liveHarness({ systemV: 12, lamps, circuits, feeds: [], resistors: {}, faults });
  const vehicle = lightByCurrent(
    [
      {
        harness,
        lamps: lamps.map((l) => {
          const side = l.position.endsWith('left') ? 'left' : 'right';
          const lamp = shelf.lamps.find((x) => x.id === `skerry-620-${side}`);
          if (!lamp) throw new Error(l.position);
          return {
            position: l.position,
            side,
            lamp,
            mode: null,
            fullA: new Map(l.map.inputs.map((i) => [`${i.plug}/${i.cavity}`, i.input.currentA])),
          };
        }),
      },
    ],
    circuits,
    packet?.flasher ?? null,
  );
  const read = readScore({ lengthMs: 1000, moves: [{ atMs: 0, set: { key: 'on', lights: 'low' } }] });
  const light = lightOverTime(vehicle, read.kind === 'spans' ? read.spans : []);
  return Object.fromEntries(
    light.lamps.flatMap((l) =>
      l.functions.map((f) => [
        `${l.lamp.side} ${f.program.does}`,
        Math.round((f.segments[0]?.light[0]?.from ?? 0) * 100) / 100,
      ]),
    ),
  );
}

describe('light follows from the currents', () => {
  it('a sound harness shines in full, on both sides', () =>
    expect(levels([])).toMatchObject({ 'left low-beam': 1, 'right low-beam': 1, 'left position': 1 }));

  it('low voltage at a corroded joint dims only what hangs on it', () => {
    const lamp = lampAt('left').map.inputs.find((i) => i.input.does === 'low-beam');
    const sound = levels([]);
    const weak = levels([
      { kind: 'weak', element: `wire:headlamp.front.left ${lamp?.plug}/${lamp?.cavity}`, ohm: 3 },
    ]);
    expect(weak['left low-beam']).toBeLessThan(0.9);
    expect(weak['left low-beam']).toBeGreaterThan(0.1);
    const others = (of: Record<string, number>) =>
      Object.entries(of).filter(([name]) => name !== 'left low-beam');
    expect(others(weak)).toEqual(others(sound));
  });

  it('a lost ground leaves its lamp dark or fed back, and the other side as it was', () => {
    const ground = lampAt('left').map.inputs.find((i) => i.input.does === 'ground');
    const lost = levels([
      { kind: 'open', element: `ground:headlamp.front.left ${ground?.plug}/${ground?.cavity}` },
    ]);
    expect(lost['left low-beam']).toBeLessThan(1);
    expect(lost['right low-beam']).toBe(1);
  });
});
