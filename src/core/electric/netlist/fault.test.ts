import { describe, expect, it } from 'vitest';
import { type Fault, inject } from './fault';
import { prepareNetwork } from '../solve/dc';
import type { NetElement } from './element';

/** Two lamps of 10 Ω, each by its own wire of 1 Ω from a supply of 12 V. */
const ELEMENTS: readonly NetElement[] = [
  { kind: 'resistor', id: 'wire a', from: 'plus', to: 'a', ohm: 1 },
  { kind: 'resistor', id: 'wire b', from: 'plus', to: 'b', ohm: 2 },
  { kind: 'resistor', id: 'lamp a', from: 'a', to: 'body', ohm: 10 },
  { kind: 'resistor', id: 'lamp b', from: 'b', to: 'body', ohm: 10 },
];
const volts = (...faults: readonly Fault[]) => {
  const { nodeV } = prepareNetwork({
    fixed: { plus: 12, body: 0 },
    elements: inject(ELEMENTS, faults),
  }).solve(new Set());
  return [nodeV.get('a') ?? null, nodeV.get('b') ?? null];
};

describe('a fault in a network', () => {
  it('sound: 12 × 10 ÷ 11 and 12 × 10 ÷ 12', () => {
    const [a, b] = volts();
    expect(a).toBeCloseTo(10.909, 3);
    expect(b).toBeCloseTo(10, 6);
  });
  it('an open wire leaves its lamp on the body alone', () =>
    expect(volts({ kind: 'open', element: 'wire a' })[0]).toBeCloseTo(0, 6));
  it('two wires exchanged are in one another’s place', () => {
    const [a, b] = volts({ kind: 'exchange', elements: ['wire a', 'wire b'] });
    expect([a, b].map((v) => Number(v?.toFixed(3)))).toEqual([10, 10.909]);
  });
  it('two nodes that touch come to one voltage', () => {
    const [a = 0, b = 0] = volts({ kind: 'short', nodes: ['a', 'b'] });
    expect(Math.abs((a ?? 0) - (b ?? 0))).toBeLessThan(0.05);
  });
  it('a node that touches itself, or a wire whose ends have met, changes nothing else', () => {
    const near = (v: readonly (number | null)[]) => v.map((x) => Number(x?.toFixed(6)));
    expect(near(volts({ kind: 'short', nodes: ['a', 'a'] }))).toEqual(near(volts()));
    const looped = prepareNetwork({
      fixed: { plus: 12, body: 0 },
      elements: [...ELEMENTS, { kind: 'filament', id: 'loop', from: 'b', to: 'b', ratedV: 12, ratedA: 2 }],
    }).solve(new Set());
    expect(looped.converged).toBe(true);
    expect(near([looped.nodeV.get('a') ?? null, looped.nodeV.get('b') ?? null])).toEqual(near(volts()));
    expect(looped.elementA.get('loop')).toBeCloseTo(0, 9);
  });
  it('a name that is nowhere changes nothing, and faults add up', () => {
    expect(volts({ kind: 'open', element: 'x' }, { kind: 'exchange', elements: ['wire a', 'x'] })).toEqual(
      volts(),
    );
    expect(volts({ kind: 'open', element: 'wire a' }, { kind: 'open', element: 'wire b' })).toEqual([0, 0]);
  });
});
