import { describe, expect, it } from 'vitest';
import type { NetElement } from '../netlist/element';
import type { Circuitry, Fuse, Relay } from '../netlist/part';
import { AT_REST, prepareSettling } from './settle';

const r = (id: string, from: string, to: string, ohm: number): NetElement => ({
  kind: 'resistor',
  id,
  from,
  to,
  ohm,
});
const sw = (id: string, from: string, to: string): NetElement => ({
  kind: 'switch',
  id,
  from,
  to,
  ohm: 0.01,
});
const relay = (id: string, more: Partial<Relay>): Relay => ({
  id,
  coil: ['coil', 'body'],
  coilOhm: 85,
  pullV: 8,
  dropV: 3,
  common: 'bat',
  pulled: 'load',
  rest: null,
  contactOhm: 0.02,
  ...more,
});
const fuse = (id: string, from: string, to: string, ratingA: number): Fuse => ({
  id,
  from,
  to,
  ohm: 0.01,
  ratingA,
});
const net = (
  elements: readonly NetElement[],
  relays: readonly Relay[] = [],
  fuses: readonly Fuse[] = [],
  bat = 12,
): Circuitry => ({ fixed: { bat, body: 0 }, elements, relays, fuses });
const on = new Set(['key']);
const settled = (of: Circuitry, closed: ReadonlySet<string> = on, memory = AT_REST) => {
  const s = prepareSettling(of).settle(closed, memory);
  if (s.kind !== 'settled') throw new Error(`chatters: ${s.relays.join()}`);
  return s;
};

describe('a relay', () => {
  const lamp = net([sw('key', 'bat', 'coil'), r('lamp', 'load', 'body', 6)], [relay('k', {})]);

  it('gives its load the supply while its coil has its voltage, and nothing else', () => {
    expect(settled(lamp).solution.elementA.get('lamp')).toBeCloseTo(12 / 6.02, 6);
    expect(settled(lamp, new Set()).solution.elementA.get('lamp')).toBeCloseTo(0, 6);
  });

  it('with its coil the other way about pulls as well', () => {
    const turned = { ...lamp, relays: [relay('k', { coil: ['body', 'coil'] })] };
    expect([...settled(turned).memory.pulled]).toEqual(['k']);
  });

  it('stays pulled between its two voltages, and is not pulled there by itself', () => {
    // 6 V at the coil: over 3, under 8.
    const low = net([r('key', 'bat', 'coil', 85), r('lamp', 'load', 'body', 6)], [relay('k', {})]);
    expect([...settled(low).memory.pulled]).toEqual([]);
    expect([...settled(low, on, { ...AT_REST, pulled: new Set(['k']) }).memory.pulled]).toEqual(['k']);
  });

  it('changes over: at rest the one lamp, pulled the other', () => {
    const both = net(
      [sw('key', 'bat', 'coil'), r('a', 'a', 'body', 6), r('b', 'b', 'body', 6)],
      [relay('k', { pulled: 'a', rest: 'b' })],
    );
    const amps = (closed: ReadonlySet<string>) =>
      ['a', 'b'].map((id) => Number(settled(both, closed).solution.elementA.get(id)?.toFixed(3)));
    expect(amps(on)).toEqual([1.993, 0]);
    expect(amps(new Set())).toEqual([0, 1.993]);
  });

  it('whose own contact at rest feeds its coil never comes to rest: said by name', () => {
    const buzzer = net([sw('key', 'bat', 'in')], [relay('k', { common: 'in', pulled: null, rest: 'coil' })]);
    expect(prepareSettling(buzzer).settle(on)).toEqual({ kind: 'chatters', relays: ['k'], blew: [] });
    expect(settled(buzzer, new Set()).solution.elementA.get('k:coil')).toBeCloseTo(0, 6);
  });

  it('that holds itself stays in once it was pulled', () => {
    const holding = net(
      [sw('button', 'bat', 'coil'), r('lamp', 'load', 'body', 6), r('hold', 'load', 'coil', 0.1)],
      [relay('k', {})],
    );
    const before = settled(holding, new Set());
    expect(before.solution.elementA.get('lamp')).toBeCloseTo(0, 6);
    const pressed = settled(holding, new Set(['button']));
    expect(settled(holding, new Set(), pressed.memory).solution.elementA.get('lamp')).toBeGreaterThan(1.9);
  });

  it('behind another one follows it', () => {
    const chain = net(
      [sw('key', 'bat', 'coil'), r('lamp', 'load', 'body', 6)],
      [relay('first', { pulled: 'second' }), relay('second', { coil: ['second', 'body'] })],
    );
    expect([...settled(chain).memory.pulled]).toEqual(['first', 'second']);
  });
});

describe('a fuse', () => {
  it('of 10 A bears 10 A, may blow at 15 A and blows at 25 A: 12 V over 1.2, 0.8 and 0.48 Ω', () => {
    const at = (ohm: number) =>
      settled(net([r('load', 'f', 'body', ohm - 0.01)], [], [fuse('F1', 'bat', 'f', 10)]));
    expect([at(1.2).blew, at(1.2).mayBlow]).toEqual([[], []]);
    const mid = at(0.8);
    expect(mid.mayBlow.map((m) => [m.fuse, m.share])).toEqual([['F1', expect.closeTo(1.5, 6)]]);
    expect(mid.solution.elementA.get('load')).toBeCloseTo(15, 6);
    expect([...(mid.mayBlow[0]?.then.blown ?? [])]).toEqual(['F1']);
    const gone = at(0.48);
    expect(gone.blew).toEqual(['F1']);
    expect(gone.solution.elementA.get('load')).toBeCloseTo(0, 6);
    expect([...gone.memory.blown]).toEqual(['F1']);
  });

  it('the smaller of two in line goes, and the larger stays', () => {
    const line = net(
      [r('short', 'b', 'body', 0.05)],
      [],
      [fuse('main', 'bat', 'a', 60), fuse('branch', 'a', 'b', 7.5)],
    );
    expect(settled(line).blew).toEqual(['branch']);
    expect([...settled(line).memory.blown]).toEqual(['branch']);
  });

  it('that has blown stays blown in the settings after it', () => {
    const once = net(
      [sw('key', 'f', 'x'), r('short', 'x', 'body', 0.05), r('lamp', 'f', 'body', 6)],
      [],
      [fuse('F1', 'bat', 'f', 10)],
    );
    const blown = settled(once);
    expect(settled(once, new Set()).solution.elementA.get('lamp')).toBeGreaterThan(1.9);
    expect(settled(once, new Set(), blown.memory).solution.elementA.get('lamp')).toBeCloseTo(0, 6);
  });

  it('behind which a relay hangs lets it go', () => {
    const behind = net(
      [r('coil feed', 'f', 'coil', 0.1), r('short', 'f', 'body', 0.02), r('lamp', 'load', 'body', 6)],
      [relay('k', {})],
      [fuse('F1', 'bat', 'f', 5)],
    );
    const s = settled(behind);
    expect([s.blew, [...s.memory.pulled]]).toEqual([['F1'], []]);
  });

  it('all of them may go, one after another, and no more rounds than fuses', () => {
    const fuses = Array.from({ length: 6 }, (_, k) => fuse(`F${k}`, 'bat', 'x', 5 + k));
    const s = settled(net([r('short', 'x', 'body', 0.001)], [], fuses));
    expect(s.blew).toHaveLength(6);
    expect(s.solution.nodeV.get('x')).toBeCloseTo(0, 6);
  });
});
