import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DIODE, ledCurve } from './devices';
import { prepareNetwork } from './dc';
import type { NetElement, Network } from '../netlist/element';

const all = (n: Network) => new Set(n.elements.filter((e) => e.kind === 'switch').map((e) => e.id));
const solve = (n: Network) => prepareNetwork(n).solve(all(n));
const r = (id: string, from: string, to: string, ohm: number): NetElement => ({
  kind: 'resistor',
  id,
  from,
  to,
  ohm,
});

describe('a network', () => {
  it('divides 12 V over 2 Ω and 4 Ω into 4 and 8', () => {
    const s = solve({
      fixed: { bat: 12, body: 0 },
      elements: [r('a', 'bat', 'm', 2), r('b', 'm', 'body', 4)],
    });
    expect(s.nodeV.get('m')).toBeCloseTo(8, 6);
    expect(s.elementA.get('a')).toBeCloseTo(2, 6);
  });

  it('an LED lamp of 2 A behind 0.2 Ω on 13.5 V gets 13.1 V: steady above its least voltage', () => {
    const s = solve({
      fixed: { bat: 13.5, body: 0 },
      elements: [
        r('wire', 'bat', 'in', 0.2),
        { kind: 'curve', id: 'lamp', from: 'in', to: 'body', points: ledCurve(2, 9, true) },
      ],
    });
    expect(s.nodeV.get('in')).toBeCloseTo(13.1, 6);
  });

  it('a filament of 1.6 A at 13.5 V draws 1.6 · (12 / 13.5)^0.55 at 12 V', () => {
    const s = solve({
      fixed: { bat: 12, body: 0 },
      elements: [
        r('wire', 'bat', 'in', 1e-6),
        { kind: 'filament', id: 'bulb', from: 'in', to: 'body', ratedV: 13.5, ratedA: 1.6 },
      ],
    });
    expect(s.elementA.get('bulb')).toBeCloseTo(1.6 * (12 / 13.5) ** 0.55, 4);
  });

  it('a lost ground feeds back: the current of the tail lamp goes home through the dark stop filament', () => {
    const bulb = (id: string, from: string): NetElement => ({
      kind: 'filament',
      id,
      from,
      to: 'common',
      ratedV: 13.5,
      ratedA: 0.4,
    });
    const s = solve({
      fixed: { bat: 13.5, body: 0 },
      elements: [
        r('feed', 'bat', 'tail', 0.1),
        bulb('tail-bulb', 'tail'),
        bulb('stop-bulb', 'stop'),
        // The stop wire goes on to the other side's lamp, which is grounded.
        { kind: 'filament', id: 'other', from: 'stop', to: 'body', ratedV: 13.5, ratedA: 2 },
      ],
    });
    expect(s.elementA.get('stop-bulb')).toBeLessThan(-0.1);
    expect(s.elementA.get('tail-bulb')).toBeCloseTo(-(s.elementA.get('stop-bulb') ?? 0), 6);
  });

  it('a polar LED bars what a filament lets back', () => {
    const led = (id: string, from: string): NetElement => ({
      kind: 'curve',
      id,
      from,
      to: 'common',
      points: ledCurve(0.4, 9, true),
    });
    const s = solve({
      fixed: { bat: 13.5, body: 0 },
      elements: [
        r('feed', 'bat', 'tail', 0.1),
        led('t', 'tail'),
        led('s', 'stop'),
        r('other', 'stop', 'body', 8),
      ],
    });
    expect(Math.abs(s.elementA.get('t') ?? 1)).toBeLessThan(1e-6);
    expect(s.floating).toContain('common');
  });

  it('a node behind an open switch floats and is said to', () => {
    const net: Network = {
      fixed: { bat: 13.5, body: 0 },
      elements: [
        { kind: 'switch', id: 'sw', from: 'bat', to: 'c', ohm: 0.01 },
        r('wire', 'c', 'cavity', 0.05),
      ],
    };
    const ready = prepareNetwork(net);
    expect(ready.solve(new Set()).nodeV.get('cavity')).toBeNull();
    expect(ready.solve(new Set(['sw'])).nodeV.get('cavity')).toBeCloseTo(13.5, 6);
  });

  it('a diode carries one way: 13.5 V less 0.6 V and 0.05 Ω', () => {
    const s = solve({
      fixed: { bat: 13.5, body: 0 },
      elements: [
        { kind: 'curve', id: 'd', from: 'bat', to: 'x', points: DIODE },
        r('load', 'x', 'body', 12.85),
      ],
    });
    expect(s.nodeV.get('x')).toBeCloseTo(12.85, 6);
  });

  it('whatever the network: currents at every node sum to nothing, and the order of elements does not matter', () => {
    const node = fc.constantFrom('bat', 'body', 'n1', 'n2', 'n3', 'n4');
    const element = fc.record({
      from: node,
      to: node,
      ohm: fc.double({ min: 0.05, max: 50, noNaN: true }),
      a: fc.double({ min: 0.05, max: 3, noNaN: true }),
      kind: fc.constantFrom('resistor', 'led', 'both-ways', 'filament', 'diode'),
    });
    fc.assert(
      fc.property(fc.array(element, { minLength: 1, maxLength: 12 }), (list) => {
        const elements = list
          .filter((e) => e.from !== e.to)
          .map((e, i): NetElement => {
            const base = { id: `e${String(i).padStart(2, '0')}`, from: e.from, to: e.to };
            if (e.kind === 'resistor') return { ...base, kind: 'resistor', ohm: e.ohm };
            if (e.kind === 'filament') return { ...base, kind: 'filament', ratedV: 13.5, ratedA: e.a };
            const points = e.kind === 'diode' ? DIODE : ledCurve(e.a, 9, e.kind === 'led');
            return { ...base, kind: 'curve', points };
          });
        const net: Network = { fixed: { bat: 13.5, body: 0 }, elements };
        const s = solve(net);
        expect(s.converged).toBe(true);
        for (const n of ['n1', 'n2', 'n3', 'n4']) {
          const sum = elements.reduce(
            (t, e) => t + (e.from === n ? 1 : e.to === n ? -1 : 0) * (s.elementA.get(e.id) ?? 0),
            0,
          );
          expect(Math.abs(sum)).toBeLessThan(1e-6);
        }
        const other = solve({ ...net, elements: [...elements].reverse() });
        for (const [n, v] of s.nodeV) if (v !== null) expect(other.nodeV.get(n) ?? NaN).toBeCloseTo(v, 4);
      }),
      { numRuns: 150 },
    );
  });
});
