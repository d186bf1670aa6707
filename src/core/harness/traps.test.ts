import { describe, expect, it } from 'vitest';
import { DEMO_SHELF as shelf, wired } from '../../../testing/wired';
import { circuitFinder } from '../controls';
import { lowLoadCures } from '../electric/formulas';
import { probeMeter } from '../electric';
import { positionKey } from '../vehicle';
import { drawLead } from './lead/drawing';
import { harnessChecks, netsOf, ringCause } from './verify/harnessChecks';
import { leadRows } from './lead/leadRows';
import { practiceHarness, practiceOhm, practiceVolt } from './verify/practiceMeter';
import { probeCause, type ProbeReadingTaken, probedCavities, probeGood } from './verify/probing';
import {
  againstStandard,
  TRAILER_CONNECTORS,
  trailerMatch,
  trailerStopTurn,
  trailerWires,
} from './trailer/trailer';

const HL = 'headlamp.front.left';
const TL = 'tail.rear.left';
const verdicts = (w: ReturnType<typeof wired>) =>
  Object.fromEntries(w.map.inputs.map((i) => [`${i.plug}/${i.input.does}`, i.verdict]));

describe('each trap of the wiring stands in the demo', () => {
  it('two plugs look alike and differ in one cavity: the lead that exchanges stop and tail', () => {
    const w = wired('dunmarrow-gannet', TL, 'ebb-left');
    expect(w.map.adapters).toEqual(['adapter-x61']);
    expect(w.map.inputs.find((i) => i.input.does === 'stop')?.from?.cavity).toBe('2');
    expect(w.map.inputs.find((i) => i.input.does === 'stop')?.path.map((s) => `${s.id}/${s.cavity}`)).toEqual(
      ['X61-left/2', 'adapter-x61/2', 'adapter-x61/3', 'main/3'],
    );
  });

  it('a latch on the wrong side goes in and never locks: a swap lead, or one that is made, cavity by cavity', () => {
    expect(wired('dunmarrow-gannet', HL, 'coble-left')).toMatchObject({
      map: { adapters: ['swap-lead-x41'] },
      build: null,
    });
    const bare = wired('dunmarrow-gannet', HL, 'coble-left', ['swap-lead-x41']);
    expect(bare.codes).toContain('latch-mirrored');
    expect(bare.build?.wires.map((x) => `${x.from.cavity}>${x.to.cavity}`)).toEqual([
      '1>1',
      '2>2',
      '3>3',
      '4>4',
      '5>5',
    ]);
    expect(bare.build?.housings.map((h) => [h.end, h.half, h.terminals, h.blanks])).toEqual([
      ['in', 'lamp', 5, ['6']],
      ['out', 'vehicle', 5, ['6']],
    ]);
  });

  it('an unkeyed two-way plug is turned where ground does not meet ground', () => {
    const w = wired('dunmarrow-slip', 'marker.side.left', 'spit-left');
    expect(w.codes).toEqual(['plug-turned']);
    expect(verdicts(w)).toEqual({ 'main/side-marker': 'direct', 'main/ground': 'direct' });
  });

  it('a kit with a plug and bare leads: the plug where there is one, the leads on the trailer without', () => {
    expect(wired('dunmarrow-byre', TL, 'groyne-left').map).toMatchObject({
      unused: [{ plug: 'spare-leads', for: 'main' }],
      adapters: [],
    });
  });

  it('a plug that no hand reaches later is joined first', () =>
    expect(wired('orrel-packet', 'fog.front.left', 'haar-left').codes).toContain('plug-first'));

  it('a DRL has no circuit on the old plug: an extra feed', () =>
    expect(verdicts(wired('orrel-packet', HL, 'skerry-620-left'))['main/drl']).toBe('extra-feed'));

  it('the flasher misses current: four cures, the resistor hot and hiding a failure', () => {
    const turn = wired('orrel-packet', HL, 'sounder-2-left').map.circuits.find(
      (c) => c.circuit === 'turn-left',
    );
    expect(turn).toMatchObject({ outcome: 'loaded', missingA: 0.46 });
    const cures = lowLoadCures({ belowA: 0.96, lampA: 0.5, systemV: 12, flashing: true });
    expect(cures.map((c) => c.cure)).toEqual(['setting', 'flasher', 'decoder', 'resistor']);
    // 1.1 × 0.96 − 0.5 = 0.556 A; 13.5 ÷ 0.556 = 24.3 Ω, so 22 Ω of the stock; 14.4² ÷ 22 = 9.4 W.
    expect(cures[3]?.resistor).toMatchObject({ kind: 'resistor', ohm: 22, hot: true });
    expect(cures[3]?.against.map((r) => r.code)).toEqual([
      'cure-hides-failure',
      'cure-hot',
      'cure-against-resistor',
    ]);
  });

  it('a pulsed feed and test pulses on the electric van', () => {
    const w = wired('hesk-leat', HL, 'sounder-2-left');
    expect(w.codes).toEqual(expect.arrayContaining(['pulsed-into-steady', 'test-pulses']));
    expect(verdicts(w)['main/position']).toBe('extra-feed');
  });

  it('a ground-switched tail and tail and stop on one wire on the scooter', () => {
    const w = wired('orrel-whimbrel', 'tail.rear.centre', 'wrack');
    expect(w.codes).toEqual(expect.arrayContaining(['ground-switched', 'wrong-function']));
  });

  it('stop and turn combined on the trailer: leads wire by wire, ground by ring and screw, the plate lamp left only', () => {
    const w = wired('dunmarrow-slip', TL, 'skeg-left');
    expect(w.codes).toEqual(['ground-screwed', 'plug-jointed']);
    expect(verdicts(w)).toEqual({
      'ground/ground': 'direct',
      'leads/tail': 'direct',
      'leads/stop-turn': 'direct',
    });
    const plate = (id: string) =>
      shelf.lamps.find((l) => l.id === id)?.functions.some((f) => f.does === 'licence-plate');
    expect([plate('skeg-left'), plate('skeg-right')]).toEqual([true, false]);
  });

  it('a lamp with one wire for both on a trailer with two: the converter, and without it a sheet that asks for one', () => {
    const w = wired('dunmarrow-byre', TL, 'skeg-left');
    expect(w.map.adapters).toEqual(['converter-x60']);
    expect(w.map.inputs.find((i) => i.input.does === 'stop-turn')?.from).toMatchObject({
      circuit: 'stop+turn-left',
      cavity: '3',
      also: { cavity: '4' },
    });
    const bare = wired('dunmarrow-byre', TL, 'skeg-left', ['converter-x60']);
    expect(bare.build?.notes.map((n) => n.code)).toContain('build-converter');
  });

  it('a loop that chooses the turn signal’s way is a choice of its own', () =>
    expect(verdicts(wired('dunmarrow-gannet', HL, 'coble-left'))['loop/mode']).toBe('mode-choice'));

  it('a corroded terminal reads low under load: that is what is said, not that the fuse is gone', () => {
    const w = wired('orrel-packet', HL, 'sounder-2-left');
    const meter = probeMeter(w.input.vehiclePlugs, w.circuit, 12);
    const checks = harnessChecks(w.map, null, w.input.vehiclePlugs, w.circuit, meter);
    const low = checks.probes.find((p) => p.circuit === 'low' && p.level.kind === 'on');
    if (!low) throw new Error('no step');
    expect(probeCause([{ step: low, volt: 9.8, flashes: false }], checks.probes)).toMatchObject({
      code: 'probe-weak',
    });
    expect(probeCause([{ step: low, volt: 0, flashes: false }], checks.probes)).toMatchObject({
      code: 'probe-dead',
    });
    expect(probeCause([{ step: low, volt: 13.1, flashes: false }], checks.probes)).toBeNull();
  });

  it('the electric van has its orange cables named', () =>
    expect(shelf.families.find((f) => f.id === 'hesk-leat')?.hazards).toContain('high-voltage'));
});

describe('properties of the map', () => {
  it.each([
    ['dunmarrow-gannet', 'headlamp.front', 'coble'],
    ['dunmarrow-gannet', 'tail.rear', 'ebb'],
    ['dunmarrow-slip', 'tail.rear', 'skeg'],
    ['dunmarrow-slip', 'marker.side', 'spit'],
    ['orrel-packet', 'headlamp.front', 'skerry-620'],
  ])('%s %s %s: the mirror of the harness gives the mirror map', (line, place, lamp) => {
    const mirror = (text: string) =>
      text.replaceAll('left', '@').replaceAll('right', 'left').replaceAll('@', 'right');
    const plain = (w: ReturnType<typeof wired>) =>
      JSON.stringify({
        inputs: w.map.inputs.map(({ plug, cavity, verdict, from }) => ({ plug, cavity, verdict, from })),
        circuits: w.map.circuits,
        joints: w.map.joints,
        codes: w.codes,
      });
    expect(mirror(plain(wired(line, `${place}.left`, `${lamp}-left`)))).toBe(
      plain(wired(line, `${place}.right`, `${lamp}-right`)),
    );
  });

  it('pins set by hand are judged at once, and the lead follows them', () => {
    const right = wired('orrel-packet', HL, 'sounder-2-left', [], {
      pins: {
        'main/1': 'X41-left/1',
        'main/2': 'X41-left/2',
        'main/3': 'X41-left/3',
        'main/4': 'X41-left/4',
        'main/5': 'X41-left/5',
      },
    });
    expect(new Set(Object.values(verdicts(right)))).toEqual(new Set(['by-hand']));
    const wrong = wired('orrel-packet', HL, 'sounder-2-left', [], {
      pins: {
        'main/1': 'X41-left/2',
        'main/2': 'X41-left/1',
        'main/3': null,
        'main/4': 'X41-left/4',
        'main/5': 'X41-left/5',
      },
    });
    expect(wrong.codes).toEqual(expect.arrayContaining(['polarity']));
    expect(wrong.build?.wires.map((x) => `${x.from.cavity}>${x.to.cavity}`)).toEqual([
      '2>1',
      '1>2',
      '4>4',
      '5>5',
    ]);
  });
});

describe('the trailer side', () => {
  it.each(TRAILER_CONNECTORS.map((c) => [c.id, c] as const))(
    '%s has one ground at least and every pin once',
    (_, c) => {
      expect(c.pins.some((p) => p.does === 'ground')).toBe(true);
      expect(new Set(c.pins.map((p) => p.pin)).size).toBe(c.pins.length);
      expect(c.source).toMatch(/^(SAE|ISO) /);
    },
  );
  it('separate at the front and combined at the back wants a converter, and the other way a powered one', () => {
    expect(trailerMatch('separate', 'combined')).toEqual({ kind: 'converter', direction: 'join' });
    expect(trailerMatch('combined', 'separate')).toEqual({ kind: 'converter', direction: 'part' });
    expect(trailerMatch('combined', 'combined')).toMatchObject({ kind: 'same' });
  });
  it('reads what the wires of a trailer do from when they are live', () => {
    const of = (line: string, position: string) => {
      const family = shelf.families.find((f) => f.id === line);
      const plugs = (family?.plugs ?? []).filter((p) => positionKey(p.position) === position);
      return trailerWires(plugs, circuitFinder(family?.circuits ?? []));
    };
    expect(of('dunmarrow-slip', TL).map((w) => `${w.circuit} ${w.wire}`)).toEqual([
      'tail BN',
      'combined-left YE',
      'ground WH',
    ]);
    expect(trailerStopTurn(of('dunmarrow-slip', TL))).toBe('combined');
    expect(trailerStopTurn(of('dunmarrow-byre', TL))).toBe('separate');
  });
  it('the boat trailer keeps to SAE J1239, and a wire that does not is named', () => {
    const flat = TRAILER_CONNECTORS.find((c) => c.id === 'flat-4');
    if (!flat) throw new Error('no table');
    expect(
      againstStandard(flat, [
        { circuit: 'tail', wire: 'BN' },
        { circuit: 'combined-left', wire: 'YE' },
        { circuit: 'combined-right', wire: 'RD' },
      ]).map((f) => f.agrees),
    ).toEqual([true, true, false]);
  });
});

describe('what is rung out', () => {
  it('on a trailer: every butt joint, and the ring against bright metal of the body', () => {
    const w = wired('dunmarrow-slip', TL, 'skeg-left');
    expect(netsOf(w.map, null).map((n) => n.ends.join(' – '))).toEqual([
      'body – out ground/1',
      'in wires-left/1 – out leads/1',
      'in wires-left/2 – out leads/2',
    ]);
  });
  it('plugs that meet as they are leave nothing between', () =>
    expect(netsOf(wired('orrel-packet', HL, 'sounder-2-left').map, null)).toEqual([]));
});

describe('the drawing of a lead', () => {
  it('wires that are exchanged cross once, and none runs along another', () => {
    const w = wired('dunmarrow-gannet', TL, 'ebb-left');
    const { shapes } = drawLead(leadRows(w.map, null, w.input.vehiclePlugs), {
      circuit: (c) => c,
      plug: (p) => p,
    });
    const lines = shapes.flatMap((s) => (s.kind === 'wire' ? [s.points] : []));
    expect(lines).toHaveLength(5);
    const crossings = lines.flatMap((a, i) =>
      lines
        .slice(i + 1)
        .filter((b) => ((a[1]?.[1] ?? 0) - (b[1]?.[1] ?? 0)) * ((a[2]?.[1] ?? 0) - (b[2]?.[1] ?? 0)) < 0),
    );
    expect(crossings).toHaveLength(1);
    // Level pieces lie at the wires' own heights, each side once.
    for (const end of [0, 3]) expect(new Set(lines.map((l) => l[end]?.[1])).size).toBe(5);
  });
});

describe('the practice meter', () => {
  const w = wired('dunmarrow-gannet', TL, 'ebb-left');
  const { vehiclePlugs } = w.input;
  const checks = harnessChecks(w.map, null, vehiclePlugs, w.circuit, probeMeter(vehiclePlugs, w.circuit, 12));
  const cavities = probedCavities(checks.probes);
  it('rings the lead of the adapter: five wires, nine measurements', () => {
    expect(netsOf(w.map, null)).toHaveLength(5);
    expect(checks.ring.steps).toHaveLength(9);
  });
  it('the fault it hides is found from its readings in the lead or at the plug, or none is said', () => {
    const met = new Set<string>();
    for (let seed = 1; seed <= 60; seed += 1) {
      const h = practiceHarness(checks.nets, cavities, seed);
      const meter = probeMeter(vehiclePlugs, w.circuit, 12, h.probeFault);
      const rung = ringCause(
        checks.ring.steps.map((step) => ({ step, ohm: practiceOhm(step, checks.nets, h) })),
        checks.nets,
      );
      expect(rung?.code ?? null).toBe(h.fault ? `ring-${h.fault.kind}` : null);
      const taken = checks.probes.map((step): ProbeReadingTaken => ({
        step,
        ...practiceVolt(step, checks.probes, meter, h),
      }));
      const probed = probeCause(taken, checks.probes);
      expect(probed === null).toBe(h.probeFault === null);
      met.add(h.fault ? 'lead' : h.probeFault ? 'plug' : 'none');
    }
    expect([...met].sort()).toEqual(['lead', 'none', 'plug']);
  });
  it('a sound one shows at every cavity what it should', () => {
    const meter = probeMeter(vehiclePlugs, w.circuit, 12);
    const sound = { seed: 7, fault: null, probeFault: null };
    const taken = checks.probes.map((step) => ({ step, ...practiceVolt(step, checks.probes, meter, sound) }));
    expect(taken.filter((t) => !probeGood(t))).toEqual([]);
  });
});
