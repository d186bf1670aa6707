import { describe, expect, it } from 'vitest';
import { wired } from '../../../../testing/wired';
import { lowLoadCures } from '../../electric/formulas';
import { type FeedCandidate } from '../feed/feeds';
import { type WirePart, wireParts } from './wireParts';

const of = (parts: readonly WirePart[], kind: WirePart['kind']) => parts.filter((p) => p.kind === kind);
const pair = (line: string, position: string, lamp: string, without: readonly string[] = []) =>
  (['left', 'right'] as const).map((side) => wired(line, `${position}.${side}`, `${lamp}-${side}`, without));
const NOTHING = { feeds: [], cures: [] };

const candidate = (more: Partial<FeedCandidate>): FeedCandidate =>
  ({
    id: 'slot:cabin/F19/tap',
    source: { kind: 'slot', box: 'cabin', slot: 'F19', way: 'tap' },
    fuseA: 3,
    wire: '0.75 mm²',
    legs: [
      { position: 'headlamp.front.left', lengthM: 1.7, known: 'estimated' },
      { position: 'headlamp.front.right', lengthM: 3.3, known: 'estimated' },
    ],
    ...more,
  }) as FeedCandidate;

describe('what the wiring takes', () => {
  it('an adapter a side, and nothing to be made', () =>
    expect(wireParts({ ...NOTHING, lamps: pair('dunmarrow-gannet', 'headlamp.front', 'coble') })).toEqual([
      { kind: 'adapter', part: 'swap-lead-x41', quantity: 2 },
    ]));

  it('a lead that is made: two housings a side, a terminal and a seal at each end of five wires, a blank in the sixth', () => {
    const parts = wireParts({
      ...NOTHING,
      lamps: pair('dunmarrow-gannet', 'headlamp.front', 'coble', ['swap-lead-x41']),
    });
    const sum = (kind: WirePart['kind']) => of(parts, kind).reduce((n, p) => n + p.quantity, 0);
    expect(of(parts, 'adapter')).toEqual([]);
    expect(sum('housing')).toBe(4);
    // Two sides × two ends × five wires.
    expect([sum('terminal'), sum('seal'), sum('blank')]).toEqual([20, 20, 4]);
    // Two sides × five wires of 0.3 m, cut a tenth longer: 3.3 m in all, each size rounded up to a tenth.
    const metres = of(parts, 'wire').reduce((m, p) => m + (p.kind === 'wire' ? p.lengthM : 0), 0);
    expect(metres).toBeGreaterThanOrEqual(3.3);
    expect(metres).toBeLessThan(3.3 + 0.1 * of(parts, 'wire').length);
  });

  it('a wire of the vehicle that goes on to several takes a splice', () => {
    const [lamp] = pair('dunmarrow-gannet', 'headlamp.front', 'coble', ['swap-lead-x41']);
    if (!lamp?.build) throw new Error('nothing is built');
    const build = { ...lamp.build, splices: [{ cavity: 'X41-left/1', ends: ['main/1', 'loop/1'] }] };
    expect(of(wireParts({ ...NOTHING, lamps: [{ ...lamp, build }] }), 'splice')).toEqual([
      { kind: 'splice', quantity: 1 },
    ]);
  });

  it('bare leads: a butt joint for every wire that is joined, none for a ring under a screw', () => {
    const lamps = pair('dunmarrow-slip', 'tail.rear', 'skeg');
    const fed = lamps.flatMap((l) => l.map.inputs.filter((i) => i.plug === 'leads' && i.from)).length;
    expect(fed).toBeGreaterThan(0);
    expect(of(wireParts({ ...NOTHING, lamps }), 'butt')).toEqual([{ kind: 'butt', quantity: fed }]);
  });

  it('a feed: its fuse, the tap, and wire out and back on both legs: 2 × (1.7 + 3.3) × 1.1 = 11 m', () =>
    expect(wireParts({ lamps: [], feeds: [candidate({})], cures: [] })).toEqual([
      { kind: 'wire', size: '0.75 mm²', lengthM: 11, quantity: 1 },
      { kind: 'fuse', fuseA: 3, quantity: 1 },
      { kind: 'tap', quantity: 1 },
    ]));
  it('a fuse whose place is taken over wants no tap; a battery feed wants its module', () => {
    const kinds = (more: Partial<FeedCandidate>) =>
      wireParts({ lamps: [], feeds: [candidate({ legs: [], wire: null, ...more })], cures: [] }).map(
        (p) => p.kind,
      );
    expect(kinds({ source: { kind: 'slot', box: 'cabin', slot: 'F19', way: 'replaced' } })).toEqual(['fuse']);
    expect(kinds({ source: { kind: 'battery' } })).toEqual(['fuse', 'module']);
    expect(kinds({ source: { kind: 'wire', circuit: 'position' }, fuseA: null })).toEqual([]);
  });

  it('cures: a resistor or decoder a lamp, one flasher for all, nothing for a setting', () => {
    const options = lowLoadCures({ belowA: 0.96, lampA: 0.5, systemV: 12, flashing: true });
    const resistor = options.find((o) => o.cure === 'resistor')?.resistor;
    const cured = (cure: (typeof options)[number]['cure']) =>
      wireParts({ lamps: [], feeds: [], cures: [{ cure, resistor, lamps: 2 }] });
    // 22 Ω at 14.4 V is 9.4 W of heat on a turn signal: rated for that, rounded up.
    expect(cured('resistor')).toEqual([{ kind: 'resistor', ohm: 22, ratingW: 10, quantity: 2 }]);
    expect(cured('decoder')).toEqual([{ kind: 'cure', cure: 'decoder', quantity: 2 }]);
    expect(cured('flasher')).toEqual([{ kind: 'cure', cure: 'flasher', quantity: 1 }]);
    expect(cured('setting')).toEqual([]);
  });
});
