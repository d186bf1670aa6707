import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Circuit, LevelCase } from '../../controls';
import type { Shelf } from '../../catalogue';
import { probeList } from './probeList';
import {
  catches,
  likelyFaults,
  type Net,
  readsJoined,
  ringOut,
  type RingOutStep,
  singleFaults,
} from './ringOut';

/** A straight lead of n wires, plug A to plug B. */
const lead = (n: number): Net[] =>
  Array.from({ length: n }, (_, i) => ({ id: `w${String(i).padStart(2, '0')}`, ends: [`A/${i}`, `B/${i}`] }));

describe('ringing out', () => {
  it.each([1, 2, 3, 4, 5, 6])(
    '%d wires: the list catches every single open, short and exchange, and no shorter one of its kind does',
    (n) => {
      const nets = lead(n);
      const { steps } = ringOut(nets);
      expect(steps).toHaveLength(n + n - 1);
      const faults = singleFaults(nets);
      expect(faults.filter((f) => !catches(steps, nets, f))).toEqual([]);
      // Every measurement of the kind: a net from end to end, a net against all others strapped.
      const kinds: RingOutStep[] = [
        ...nets.map((x): RingOutStep => ({
          kind: 'continuity',
          net: x.id,
          from: x.ends[0] ?? '',
          to: x.ends[1] ?? '',
        })),
        ...nets.map((x): RingOutStep => ({
          kind: 'isolation',
          net: x.id,
          against: nets.filter((y) => y !== x).map((y) => y.id),
        })),
      ];
      // Which measurements see which fault, as bits.
      const sees = faults.map((f) =>
        kinds.reduce((bits, s, i) => (catches([s], nets, f) ? bits | (1 << i) : bits), 0),
      );
      const size = (bits: number) => bits.toString(2).replaceAll('0', '').length;
      let least = Infinity;
      for (let set = 0; set < 1 << kinds.length; set += 1)
        if (size(set) < least && sees.every((f) => (f & set) !== 0)) least = size(set);
      expect(least).toBe(steps.length);
    },
  );

  it('24 wires take 47 measurements instead of 1128 pairs', () =>
    expect(ringOut(lead(24))).toMatchObject({ steps: { length: 47 }, everyPair: 1128 }));

  it('a joint is rung to each of its ends; what has a diode in its way is named, not measured', () => {
    const nets: Net[] = [
      { id: 'ground', ends: ['A/1', 'B/1', 'C/ring'] },
      { id: 'drl', ends: ['A/2', 'B/2'], blocked: true },
      { id: 'turn', ends: ['A/3', 'B/3'] },
    ];
    const r = ringOut(nets);
    expect(r.blocked).toEqual(['drl']);
    expect(r.steps).toEqual([
      { kind: 'continuity', net: 'ground', from: 'A/1', to: 'B/1' },
      { kind: 'continuity', net: 'ground', from: 'A/1', to: 'C/ring' },
      { kind: 'continuity', net: 'turn', from: 'A/3', to: 'B/3' },
      { kind: 'isolation', net: 'ground', against: ['turn'] },
    ]);
  });

  it('what was read names the fault: it is always among the likely ones, and a sound harness has none', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7 }), fc.nat(), (n, pick) => {
        const nets = lead(n);
        const { steps } = ringOut(nets);
        const faults = singleFaults(nets);
        const fault = faults[pick % faults.length] ?? null;
        const read = (f: typeof fault) => steps.map((step) => ({ step, joined: readsJoined(step, nets, f) }));
        expect(likelyFaults(read(fault), nets)).toContainEqual(fault);
        expect(likelyFaults(read(null), nets)).toEqual([]);
      }),
    );
  });
});

const circuit = (id: string, ...cases: LevelCase[]): Circuit => ({
  id,
  cases,
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
});
const on = (when: string): LevelCase => ({ when, level: { kind: 'on' } });

describe('probing', () => {
  it('two settings tell four circuits apart, and no fewer could: log2 4', () => {
    const p = probeList([
      circuit('none'),
      circuit('tail', on('lights!=off')),
      circuit('stop', on('brake')),
      circuit('both', on('lights!=off | brake')),
    ]);
    expect(p.settings).toHaveLength(2);
    expect(p).toMatchObject({ bound: 2, alike: [] });
  });
  it('circuits with the same levels are one class, and said', () => {
    const p = probeList([circuit('a', on('brake')), circuit('b', on('brake')), circuit('c', on('key=on'))]);
    expect(p.alike).toEqual([['a', 'b']]);
  });
  it('one circuit alone is seen live once; one that never is wants no setting', () => {
    expect(probeList([circuit('a', on('brake'))])).toMatchObject({ settings: [{}], bound: 1 });
    expect(probeList([circuit('a')])).toMatchObject({ settings: [], bound: 0 });
  });
  it('every circuit that can be live is live in one setting at least', () => {
    const rows = ['brake', 'key=on & lights=low', 'lights!=off'].map((w, i) => circuit(`c${i}`, on(w)));
    const p = probeList(rows);
    for (const c of rows)
      expect(
        p.settings.some((s) => s.readings.some((r) => r.circuit === c.id && r.level.kind === 'on')),
      ).toBe(true);
  });

  it('whatever the circuits, the readings differ for every two that are not alike, and relabelling changes nothing else', () => {
    const when = fc.constantFrom(
      'brake',
      'lights!=off',
      'key=on & left',
      'hazard | brake',
      'running',
      'lights=low & high',
    );
    const anyCircuit = fc.array(
      fc.record({
        when,
        level: fc.constantFrom({ kind: 'on' } as const, { kind: 'flashing', side: 'left' } as const),
      }),
      { minLength: 1, maxLength: 2 },
    );
    fc.assert(
      fc.property(fc.array(anyCircuit, { minLength: 1, maxLength: 6 }), (list) => {
        const rows = list.map((cases, i) => circuit(`c${i}`, ...cases));
        const p = probeList(rows);
        const read = (id: string) =>
          p.settings.map((s) => s.readings.find((r) => r.circuit === id)?.level.kind).join();
        const alike = (a: string, b: string) => p.alike.some((c) => c.includes(a) && c.includes(b));
        for (const a of rows)
          for (const b of rows) if (a !== b) expect(read(a.id) === read(b.id)).toBe(alike(a.id, b.id));
        expect(p.settings.length).toBeGreaterThanOrEqual(p.bound);
        const renamed = probeList([...rows].reverse().map((c) => ({ ...c, id: `x-${c.id}` })));
        expect(renamed.settings.length).toBe(p.settings.length);
      }),
      { numRuns: 40 },
    );
  });

  it('a plug too large to try every set of settings: all are told apart still, each is live once, by few settings', () => {
    const controls = ['brake', 'reverse', 'door', 'hazard', 'flash', 'front-fog', 'left', 'lights=low'];
    const rows = controls.flatMap((a, i) =>
      controls.slice(i + 1).map((b) => circuit(`${a}/${b}`, on(`${a} & ${b}`))),
    );
    const p = probeList(rows);
    expect(rows).toHaveLength(28);
    expect(p.alike).toEqual([]);
    const read = (id: string) => p.settings.map((s) => s.readings.find((r) => r.circuit === id)?.level.kind);
    expect(new Set(rows.map((c) => read(c.id).join())).size).toBe(28);
    expect(rows.filter((c) => !read(c.id).includes('on'))).toEqual([]);
    // log2 28 is 4.8; one control after the other would take as many settings as there are circuits.
    expect(p.bound).toBe(5);
    expect(p.settings.length).toBeLessThanOrEqual(8);
  });
  const dimmed = (...duties: number[]) =>
    duties.map((duty) => circuit(`d${duty}`, { when: 'key=on', level: { kind: 'pulsed', duty } }));
  it('duties that a meter tells apart are as many readings: one setting does', () => {
    // A fifth either way, over 12 to 14.8 V: 1.2 × 0.2 × 14.8 = 3.55 V is under 0.8 × 0.4 × 12 = 3.84 V.
    expect(probeList(dimmed(0.1, 0.2, 0.4, 0.8))).toMatchObject({ alike: [], bound: 1, settings: [{}] });
  });

  it('duties that it does not tell apart, from one another or from full, are one class and said so', () => {
    expect(probeList(dimmed(0.5, 0.6)).alike).toEqual([['d0.5', 'd0.6']]);
    const full = circuit('full', { when: 'key=on', level: { kind: 'on' } });
    expect(probeList([full, ...dimmed(0.9)]).alike).toEqual([['d0.9', 'full']]);
    expect(probeList([full, ...dimmed(0.5)]).alike).toEqual([]);
  });

  it('the demo’s headlamp plug', () => {
    const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
    const packet = shelf.families.find((f) => f.id === 'orrel-packet');
    const plug = packet?.plugs?.find((p) => p.id === 'X41-left');
    const ids = new Set(plug?.cavities.map((c) => c.circuit));
    const p = probeList((packet?.circuits ?? []).filter((c) => ids.has(c.id)));
    expect(p.alike).toEqual([]);
    expect(p.settings.length).toBeLessThanOrEqual(3);
  });
});
