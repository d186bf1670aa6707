import { describe, expect, it } from 'vitest';
import { type Circuit, type LevelCase, ALL_OFF } from '../controls';
import { liveHarness } from '../electric';
import { indexAdapters } from './connect/adapterIndex';
import { buildSheet } from './lead/buildSheet';
import { feedCandidates, type FeedNeed } from './feed/feeds';
import type { FuseBox } from './feed/fuseBox';
import { inputSuits, pinMap } from './connect/pinMap';
import type { ConnectorHalf, LampInput, LampPlug, VehiclePlug } from './types';

const ON = { kind: 'on' } as const;
const circuit = (id: string, when: string, more: Partial<Circuit> = {}): Circuit => ({
  id,
  cases: [{ when, level: ON }],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
  ...more,
});
const CIRCUITS = [
  circuit('hot', 'always'),
  circuit('stop', 'brake'),
  circuit('tail', 'lights!=off'),
  circuit('stop-back', 'brake', { switched: 'ground' }),
  circuit('combined', 'brake', {
    cases: [
      { when: 'hazard | (key=on & left)', level: { kind: 'flashing', side: 'left' } },
      { when: 'brake', level: ON },
    ],
  }),
];
const find = (id: string) => CIRCUITS.find((c) => c.id === id);
const half = (family: string, side: 'vehicle' | 'lamp', n: number): ConnectorHalf => ({
  id: `${family}-${side}`,
  family,
  half: side,
  rows: 1,
  columns: n,
  cavities: Array.from({ length: n }, (_, i) => ({
    number: String(i + 1),
    row: 1,
    column: side === 'vehicle' ? i + 1 : n - i,
  })),
  latch: 'top',
  locks: [],
  sealed: false,
  keyed: true,
});
const input = (cavity: string, does: LampInput['does'], more: Partial<LampInput> = {}): LampInput => ({
  cavity,
  does,
  currentA: does === 'ground' ? 0 : 0.5,
  polar: true,
  takesPulsed: true,
  ...more,
});
const vehicle = (...circuits: (string | null)[]): VehiclePlug => ({
  id: 'v',
  position: { role: 'tail', end: 'rear', side: 'left' },
  connector: 'F-vehicle',
  cavities: circuits.map((c, i) => ({ cavity: String(i + 1), circuit: c })),
});
function mapped(plug: VehiclePlug, inputs: readonly LampInput[]) {
  const lampPlugs: LampPlug[] = [{ id: 'main', connector: 'F-lamp', inputs }];
  const connector = (id: string) => half('F', id.endsWith('lamp') ? 'lamp' : 'vehicle', plug.cavities.length);
  const map = pinMap({
    side: 'left',
    systemV: 12,
    vehiclePlugs: [plug],
    lampPlugs,
    lampMinV: 9,
    lampMaxV: 16,
    connector,
    circuit: find,
    adapters: indexAdapters([]),
  });
  const build = () =>
    buildSheet({
      vehiclePlugs: [plug],
      lampPlugs,
      map,
      connector,
      circuit: find,
      suits: inputSuits('left', find),
    });
  return { map, codes: map.conflicts.map((c) => c.code), build };
}
const verdicts = (m: ReturnType<typeof mapped>) => m.map.inputs.map((i) => i.verdict);

describe('polarity is claimed only where an input is polar', () => {
  it('a bulb on two wires works either way round, and is read as it works', () => {
    const bulb = mapped(vehicle('ground', 'stop'), [
      input('1', 'stop', { polar: false }),
      input('2', 'ground'),
    ]);
    expect([verdicts(bulb), bulb.codes]).toEqual([['direct', 'direct'], []]);
  });
  it('a polar one does not', () => {
    const led = mapped(vehicle('ground', 'stop'), [input('1', 'stop'), input('2', 'ground')]);
    expect(led.codes).toEqual(['polarity', 'polarity']);
  });
  it('an input that is not polar and lies on ground beside others stays dark', () => {
    const two = mapped(vehicle('ground', 'tail', 'ground'), [
      input('1', 'stop', { polar: false }),
      input('2', 'tail', { polar: false }),
      input('3', 'ground', { polar: false }),
    ]);
    expect(two.codes).toEqual(['input-on-ground']);
  });
});

describe('a circuit that switches the ground', () => {
  const wired = mapped(vehicle('hot', 'stop-back'), [input('1', 'stop'), input('2', 'ground')]);
  it('is right where its supply is there and both together do what is needed', () => {
    expect([verdicts(wired), wired.codes]).toEqual([['direct', 'direct'], []]);
    expect(wired.map.inputs[0]?.back).toBe('stop-back');
  });
  it('is lit in the network while it conducts, and dark while it does not', () => {
    const live = liveHarness({
      systemV: 12,
      lamps: [
        {
          position: 'tail.rear.left',
          map: wired.map,
          vehiclePlugs: [vehicle('hot', 'stop-back')],
          lampMinV: 9,
          loomM: 4,
          groundM: 1,
        },
      ],
      circuits: CIRCUITS,
      feeds: [],
      resistors: {},
    });
    const amp = (brake: string) =>
      live.read({ ...ALL_OFF, brake }).cavities.find((c) => c.does === 'stop')?.amp ?? NaN;
    expect(amp('yes')).toBeCloseTo(0.5, 6);
    expect(Math.abs(amp('no'))).toBeLessThan(1e-6);
  });
  it('gives nothing to a lamp that waits for a supply', () => {
    const wrong = mapped(vehicle('stop-back', 'ground'), [input('1', 'stop'), input('2', 'ground')]);
    expect(wrong.codes).toContain('ground-switched');
    expect(verdicts(wrong)[0]).toBe('extra-feed');
  });
});

describe('in the network', () => {
  const lampOn = (
    plug: VehiclePlug,
    inputs: readonly LampInput[],
    open: readonly string[] = [],
    more: readonly Circuit[] = [],
  ) =>
    liveHarness({
      systemV: 12,
      lamps: [
        {
          position: 'p',
          map: mapped(plug, inputs).map,
          vehiclePlugs: [plug],
          lampMinV: 9,
          loomM: 4,
          groundM: 1,
        },
      ],
      circuits: [...more, ...CIRCUITS.filter((c) => !more.some((m) => m.id === c.id))],
      feeds: [],
      resistors: {},
      faults: open.map((element) => ({ kind: 'open' as const, element })),
    });
  const three = [input('1', 'stop'), input('2', 'tail'), input('3', 'ground')];

  it('an exchanged cavity lights the wrong lamp', () => {
    const live = lampOn(vehicle('tail', 'stop', 'ground'), three);
    const seen = live.read({ ...ALL_OFF, brake: 'yes' }).cavities;
    expect(seen.find((c) => c.does === 'tail')?.amp).toBeCloseTo(0.5, 6);
    expect(Math.abs(seen.find((c) => c.does === 'stop')?.amp ?? 1)).toBeLessThan(1e-6);
  });

  it('a lost ground feeds back through the other lamps of a circuit', () => {
    const bulbs = three.map((i) =>
      i.does === 'ground' ? i : { ...i, load: 'filament' as const, polar: false },
    );
    const shared = circuit('tail', 'lights!=off', { steadyA: 1 });
    const plug = vehicle('stop', 'tail', 'ground');
    const lost = lampOn(plug, bulbs, ['ground:p main/3'], [shared]);
    const seen = lost.read({ ...ALL_OFF, brake: 'yes' }).cavities;
    // Through the stop filament, back through the tail filament, on through the other tail lamps to the body.
    expect(seen.find((c) => c.does === 'tail')?.amp).toBeLessThan(-0.05);
    expect(seen.find((c) => c.does === 'stop')?.amp).toBeGreaterThan(0.05);
    const sound = lampOn(plug, bulbs, [], [shared]).read({ ...ALL_OFF, brake: 'yes' }).cavities;
    // With the ground there it is only what the ground's own wire loses.
    expect(Math.abs(sound.find((c) => c.does === 'tail')?.amp ?? 1)).toBeLessThan(0.01);
  });

  it('volts and amperes of a pulsed circuit are means, and say so', () => {
    const half: LevelCase[] = [{ when: 'lights!=off', level: { kind: 'pulsed', duty: 0.4 } }];
    const live = lampOn(vehicle('stop', 'tail', 'ground'), three, [], [circuit('tail', '', { cases: half })]);
    const at = (does: string, lights: string) =>
      live.read({ ...ALL_OFF, lights }).cavities.find((c) => c.does === does);
    expect(at('tail', 'low')).toMatchObject({ mean: true, amp: expect.closeTo(0.2, 6) as number });
    expect(at('tail', 'low')?.volt).toBeCloseTo(0.4 * 13.46, 1);
    // The ground carries the mean as well.
    expect(Math.abs(at('ground', 'low')?.amp ?? 0)).toBeCloseTo(0.2, 6);
    expect(at('tail', 'off')?.mean).toBe(false);
  });
});

describe('a lead that is made', () => {
  it('has its ground as thick whatever the order of the rows', () => {
    const rows = [input('1', 'stop'), input('2', 'tail'), input('3', 'ground')];
    const plug = vehicle('tail', 'stop', 'ground');
    const sizes = [rows, [...rows].reverse()].map(
      (list) =>
        mapped(plug, list)
          .build()
          .wires.find((w) => w.does === 'ground')?.size,
    );
    expect(sizes[0]).toBe(sizes[1]);
  });
  it('asks for a converter where stop and turn are one wire of the vehicle', () => {
    const b = mapped(vehicle('combined', 'tail', 'ground'), [
      input('1', 'turn'),
      input('2', 'stop'),
      input('3', 'ground'),
    ]).build();
    expect(b.notes.filter((n) => n.code === 'build-parter')).toHaveLength(2);
  });
  it('says that a wire of the vehicle is too thin for its fuse', () => {
    const thin: VehiclePlug = {
      ...vehicle('tail', 'stop', 'ground'),
      cavities: [
        { cavity: '1', circuit: 'tail' },
        { cavity: '2', circuit: 'stop', wire: { base: 'RD', size: '0.5 mm²' } },
        { cavity: '3', circuit: 'ground' },
      ],
    };
    const notes = mapped(thin, [input('1', 'stop'), input('2', 'tail'), input('3', 'ground')]).build().notes;
    expect(notes.find((n) => n.code === 'build-thin')?.facts).toMatchObject({ cavity: '2', size: '0.5 mm²' });
  });
});

it('a loop that meets a live wire is said', () => {
  const m = mapped(vehicle('stop', 'hot', 'ground'), [
    input('1', 'stop'),
    input('2', 'mode'),
    input('3', 'ground'),
  ]);
  expect(m.codes).toContain('mode-on-live');
});

describe('places for a feed', () => {
  const need: FeedNeed = {
    need: { cases: [{ when: 'key=on', level: ON }] },
    behaviour: [],
    takesPulsed: true,
    eachA: 1,
    targets: [{ position: 'p', xMm: 0, yMm: 0 }],
    testV: 13.5,
    lampMinV: 9,
    limitV: 0.7,
  };
  const slot = (id: string, more: Partial<FuseBox['slots'][number]> = {}): FuseBox['slots'][number] => ({
    id,
    row: 1,
    column: 1,
    ratingA: 10,
    blade: 'mini',
    cases: [{ when: 'key=on', level: ON }],
    steadyA: 2,
    serves: { 'en-GB': id },
    circuits: [],
    liveSide: 'left',
    ...more,
  });
  const box = (slots: FuseBox['slots'], feeds: FuseBox['feeds']): FuseBox => ({
    id: 'b',
    name: { 'en-GB': 'b' },
    xMm: 0,
    yMm: 0,
    environment: 'cabin',
    rows: 2,
    columns: 3,
    slots,
    feeds,
  });
  const of = (slots: FuseBox['slots'], feeds: FuseBox['feeds'] = [{ row: 1, ratingA: 40, steadyA: 10 }]) => {
    const list = feedCandidates(need, {
      boxes: [box(slots, feeds)],
      leads: [],
      battery: null,
      wires: [],
      lampCircuits: ['tail'],
    });
    return new Map(list.map((c) => [c.id, c]));
  };
  it('that feed a lamp are never emptied', () => {
    const list = of([slot('F1', { circuits: ['tail'] }), slot('F2', { circuits: ['radio'], column: 2 })]);
    expect(list.get('slot:b/F1/replaced')).toMatchObject({ verdict: 'not' });
    expect(list.get('slot:b/F1/replaced')?.against.map((r) => r.code)).toContain('feed-loses-lamps');
    expect(list.get('slot:b/F2/replaced')?.verdict).toBe('care');
  });
  it('of a row that nobody knows are to be asked, whichever way they are taken', () => {
    for (const way of ['tap', 'downstream', 'replaced'])
      expect(of([slot('F1')], []).get(`slot:b/F1/${way}`)).toMatchObject({ spareA: null, verdict: 'care' });
  });
  it('that are empty and live count, and lose nothing', () => {
    const list = of([slot('F9', { ratingA: null, steadyA: 0 })]);
    expect([...list.keys()]).toEqual(['slot:b/F9/tap']);
    expect(list.get('slot:b/F9/tap')).toMatchObject({ verdict: 'suits', loses: null });
  });
  it('a row that carries nearly all it may has no room, whichever way', () => {
    // 40 × 0.75 − 29.5 − 1 = −0.5 A; with the 2 A of the old fuse gone 1.5 A.
    const list = of([slot('F1')], [{ row: 1, ratingA: 40, steadyA: 29.5 }]);
    expect(list.get('slot:b/F1/tap')).toMatchObject({ spareA: -0.5, verdict: 'not' });
    expect(list.get('slot:b/F1/replaced')?.spareA).toBe(1.5);
  });
});
