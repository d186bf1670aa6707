import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WIRES, type WireSize } from '../../electric/formulas';
import type { AnyStoredEvent } from '../events';
import { event, HL, HR, read, workedWithDrl } from '../testing/packetJob';
import { tugVerdict } from './handJoints';

const feed = (slot = 'F19', after: readonly string[] = []) =>
  event('feed-chosen', {
    swap: 's',
    does: 'drl',
    school: 'fuse-tap',
    source: { kind: 'slot', box: 'cabin', slot, way: 'tap' },
    after,
  });
const battery = () =>
  event('feed-chosen', {
    swap: 's',
    does: 'drl',
    school: 'battery-module',
    source: { kind: 'battery' },
    after: [],
  });
const tug = (joint: string, held = true, pullN?: number) =>
  event('joint-tugged', { swap: 's', joint, held, ...(pullN === undefined ? {} : { pullN }), after: [] });
const swapOf = (events: readonly AnyStoredEvent[]) => read(events).checks[0];
const joints = (events: readonly AnyStoredEvent[]) => swapOf(events)?.joints ?? [];
const open = (events: readonly AnyStoredEvent[], origin: string) =>
  read(events).items.filter((i) => i.origin === origin && !i.closed);

describe('the joints of a feed', () => {
  it('are one at each lamp and one where the legs part; rings at the battery besides', () => {
    expect(joints(workedWithDrl())).toEqual([]);
    expect(joints([...workedWithDrl(), feed()]).map((j) => j.id)).toEqual([
      `feed/drl/${HL}`,
      `feed/drl/${HR}`,
      'feed/drl/part',
    ]);
    expect(joints([...workedWithDrl(), battery()]).map((j) => j.kind)).toEqual([
      'butt',
      'butt',
      'butt',
      'ring',
      'ring',
    ]);
  });

  it('are as many as the sleeves that are ordered for them', () => {
    const events = [...workedWithDrl(), feed()];
    const line = swapOf(events)?.orders?.quote.lines.find((l) => l.id === 'butt-joint');
    expect(line?.quantity).toBe(joints(events).filter((j) => j.kind === 'butt').length);
  });

  it('without a pull are an open item of Mount, which goes with the last pull', () => {
    const events = [...workedWithDrl(), feed()];
    expect(open(events, 'joint')).toMatchObject([{ stage: 'mount', what: { facts: { count: 3 } } }]);
    const some = [...events, tug(`feed/drl/${HL}`), tug(`feed/drl/${HR}`)];
    expect(open(some, 'joint')).toMatchObject([{ what: { facts: { count: 1 } } }]);
    expect(open([...some, tug('feed/drl/part', true, 95)], 'joint')).toEqual([]);
  });

  it('that came off, or held too little, are items by themselves', () => {
    const events = [...workedWithDrl(), feed()];
    const off = open([...events, tug('feed/drl/part', false)], 'joint');
    expect(off[0]).toMatchObject({
      closesBy: 'record',
      what: { code: 'item-joint-failed', facts: { came: 'off', cavity: 'none' } },
    });
    const size = joints(events)[0]?.size;
    const least = size ? WIRES[size].crimpN : null;
    if (least !== null)
      expect(open([...events, tug('feed/drl/part', true, least - 1)], 'joint')[0]).toMatchObject({
        what: { facts: { came: 'short', pullN: least - 1, leastN: least } },
      });
  });

  it('have to be pulled again once the feed is taken elsewhere', () => {
    const first = feed();
    const events = [...workedWithDrl(), first, ...joints([...workedWithDrl(), first]).map((j) => tug(j.id))];
    expect(open(events, 'joint')).toEqual([]);
    expect(open([...events, feed('F14', [first.id])], 'joint')).toMatchObject([
      { what: { facts: { count: 3 } } },
    ]);
  });

  it('a pull at a joint that nobody makes is kept and stands in nothing', () =>
    expect(read([...workedWithDrl(), tug('feed/drl/part')]).unfit.map((u) => u.code)).toEqual([
      'no-such-joint',
    ]));
});

describe('the pull', () => {
  it.each([
    ['AWG 22', 36],
    ['AWG 20', 58],
    ['AWG 18', 89],
    ['AWG 16', 133],
    ['AWG 14', 222],
    ['AWG 12', 311],
    ['AWG 10', 356],
  ] as const)('of %s has to reach %d N (UL 486A)', (size: WireSize, leastN) => {
    expect(WIRES[size].crimpN).toBe(leastN);
    expect(tugVerdict(true, leastN, WIRES[size].crimpN)).toBe('held');
    expect(tugVerdict(true, leastN - 0.1, WIRES[size].crimpN)).toBe('too-little');
  });

  it('by hand, and of wire without a figure, says only that it held', () => {
    expect(tugVerdict(true, null, 89)).toBe('by-hand');
    expect(tugVerdict(true, 3, null)).toBe('held');
  });

  it('that took it off is no proof at any force', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), (n) => {
        expect(tugVerdict(false, n, 89)).toBe('came-off');
      }),
    ));
});

describe('the drop under load', () => {
  const events = [...workedWithDrl(), feed()];
  const drops = (list: readonly AnyStoredEvent[]) => swapOf(list)?.drops ?? [];
  const drop = (point: string, supplyV: number, groundV: number) =>
    event('drop-read', { position: HL, lamp: 'skerry-620-left', point, supplyV, groundV, after: [] });

  it('is read at the heaviest input of each lamp and at every extra feed, which has to be', () => {
    expect(drops(events).map((d) => [d.position, d.does, d.wanted])).toEqual([
      [HL, 'high-beam', false],
      [HL, 'drl', true],
      [HR, 'high-beam', false],
      [HR, 'drl', true],
    ]);
    expect(drops(workedWithDrl()).map((d) => d.does)).toEqual(['high-beam', 'high-beam']);
  });

  it('is expected as I × R of the way: its wire, its contacts, its fuse', () => {
    const c = swapOf(events)?.feeds[0]?.candidates.find((x) => x.id === 'slot:cabin/F19/tap');
    const legM = c?.legs.find((l) => l.position === HL)?.lengthM ?? 0;
    const mOhmPerM = c?.wire ? WIRES[c.wire].mOhmPerM : 0;
    const drl = drops(events).find((d) => d.position === HL && d.does === 'drl');
    // Copper at 40 °C, two contacts; the fuse carries both lamps.
    const ohm = (mOhmPerM / 1000) * legM * (1 + 0.00393 * 20) + 0.01;
    const a = drl?.expected.currentA ?? 0;
    expect(a).toBeGreaterThan(0.1);
    expect(drl?.expected.supplyV).toBeCloseTo(a * ohm + 2 * a * 0.01, 1);
    expect(drl?.state).toMatchObject({ running: 'yes' });
  });

  it('over 0.5 V at a headlamp opens an item, and says on which side more is lost', () => {
    const point = drops(events).find((d) => d.does === 'drl')?.point ?? '';
    expect(open([...events, drop(point, 0.3, 0.2)], 'drop')).toMatchObject([
      { what: { code: 'item-drops', facts: { count: 1 } } },
    ]);
    const over = open([...events, drop(point, 0.2, 0.35)], 'drop');
    expect(over[0]).toMatchObject({
      what: { code: 'item-drop-over', facts: { loopV: 0.55, limitV: 0.5, side: 'ground' } },
    });
  });

  it('is judged as it was read: 0.2 and 0.3 V are 0.5 V and within, 0.504 V are not', () => {
    const point = drops(events).find((d) => d.does === 'drl')?.point ?? '';
    const within = (supplyV: number, groundV: number) =>
      drops([...events, drop(point, supplyV, groundV)]).find((d) => d.read)?.read?.within;
    expect(within(0.2, 0.3)).toBe(true);
    expect(within(0.1, 0.2)).toBe(true);
    expect(within(0.2, 0.304)).toBe(false);
  });

  it.each([1_500, 6_000, 12_000])(
    'at %d mm of way the wire that is chosen for it keeps to the limit',
    (mm) => {
      const list = [
        ...events,
        event('wire-decided', { swap: 's', matter: `route/${HL}`, choice: String(mm), after: [] }),
      ];
      const drl = drops(list).find((d) => d.position === HL && d.does === 'drl');
      expect(drl?.expected.supplyV).toBeGreaterThan(0);
      expect((drl?.expected.supplyV ?? 9) + (drl?.expected.groundV ?? 9)).toBeLessThanOrEqual(0.5);
    },
  );
});
