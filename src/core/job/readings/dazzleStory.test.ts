import { describe, expect, it } from 'vitest';
import { lineAt } from '../../beam/aim';
import { turnsOfOne } from '../../beam/aim/screws';
import { practiceBeam } from '../../practice/beam';
import { type WallScene, wallLux } from '../../practice/wallPhoto';
import type { BodyOf } from '../events';
import { beamChange, dazzleOf, eyeSpot, glareIn, lampAims } from './beam';

const L = 'headlamp.front.left';
const D = 7620;
const lamp = { acrossMm: -620, upMm: 700, distanceMm: D };
const stand = (
  tiltDeg: number,
  overShare = 0.004,
): Pick<WallScene, 'beam' | 'lamp' | 'panDeg' | 'tiltDeg' | 'strayLux'> => ({
  beam: practiceBeam({ hotCd: 16_000, overShare, softDeg: 0.14 }),
  lamp,
  panDeg: 0,
  tiltDeg,
  strayLux: 0.5,
});
type Scene = ReturnType<typeof stand>;
/** What a meter reads right and up of the lamp, with the light of the room. */
const at = (s: Scene, rightMm: number, upMm: number) =>
  wallLux(s, { acrossMm: lamp.acrossMm + rightMm, upMm: lamp.upMm + upMm });
const eye = eyeSpot('right', D);
const light = (s: Scene, when: 'before' | 'after'): BodyOf<'light-read'> => ({
  swap: 's',
  when,
  lux: { [L]: at(s, 160, -210) },
  eyeLux: { [L]: at(s, eye.acrossMm, eye.upMm) },
  columns: {
    [L]: [40, 80, 120, 160, 200].map((by) => ({
      upMm: eye.upMm + by,
      lux: at(s, eye.acrossMm, eye.upMm + by),
    })),
  },
  traffic: 'right',
  distanceMm: D,
  meter: 'Lux 3',
  strayLux: 0.5,
  volts: 13.4,
  minutesLit: 6,
  load: 'driver',
  levellingZero: true,
  engine: true,
  otherScreened: true,
  squareMm: 0,
  place: 'North wall',
  after: [],
});
/** The cutoff of this beam lies about a quarter of a degree over its middle. */
const aim = (upMm: number, more: Partial<BodyOf<'aim-read'>> = {}): BodyOf<'aim-read'> => ({
  swap: 's',
  lamps: { [L]: { upMm, centreMm: 700, lensMm: 120 } },
  market: 'ECE',
  distanceMm: D,
  after: [],
  ...more,
});
const mmOf = (deg: number) => Math.tan((deg * Math.PI) / 180) * D;

describe('a dazzle complaint, wall before and after', () => {
  const high = stand(0.35);
  const before = light(high, 'before');

  it('oncoming drivers are dazzled: the lamp stands high, and what comes down to their eyes is told by the column', () => {
    const [glare] = glareIn(before);
    expect(glare?.glare.over).toBe(true);
    expect(glare?.glare.candela).toBeGreaterThan(350);
    const found = lampAims(aim(mmOf(0.35 + 0.2)));
    expect(found[0]?.passes).toBe(false);
    const [d] = dazzleOf(before, found);
    // It is the aim: by so much down it is under its limit, and that is within what the rule lets it.
    expect(d?.cure).toMatchObject({ kind: 'lower' });
    const by = d?.cure?.kind === 'lower' ? d.cure.byMm : 0;
    expect(by).toBeLessThan(d?.lowestMm ?? 0);
    const lowered = stand(0.35 - (Math.atan(by / D) * 180) / Math.PI);
    expect(glareIn(light(lowered, 'after'))[0]?.glare.candela).toBeLessThan(350 * 1.08);
    expect(glareIn(light(lowered, 'after'))[0]?.glare.candela).toBeGreaterThan(350 * 0.75);
  });

  it('nobody guesses where the aim was not read', () => {
    expect(dazzleOf(before, [])[0]).toMatchObject({ lowestMm: null, cure: null });
    expect(dazzleOf({ ...before, traffic: undefined }, lampAims(aim(0)))).toEqual([]);
  });

  it('it was promised low: the promise is the target, the turns bring it there, and it passes by nothing else', () => {
    const promised = { promisedPercent: -1.5 };
    const line = lineAt(-1.5, 700, { distanceMm: D }).fromLevelMm;
    expect(line).toBeCloseTo(-114.3, 6);
    // One screw, half a turn tried: from +42 to −20 mm.
    const turns = turnsOfOne(42, -20, 0.5, line);
    expect(turns?.turns).toBeCloseTo(0.7605, 3);
    expect(lampAims(aim(-80, promised))[0]?.passes).toBe(false);
    expect(lampAims(aim(line, promised))[0]).toMatchObject({ passes: true, judged: [{ verdict: 'set' }] });
  });

  it('after: the eye has much less, the road as much as before, in one set-up', () => {
    const low = light(stand(-0.95), 'after');
    expect(glareIn(low)[0]?.glare.over).toBe(false);
    const change = beamChange(before, low);
    expect(change.alike.verdict).toBe('alike');
    expect(change.ratios.find((r) => r.point === 'eye')?.ratio.value).toBeLessThan(0.6);
  });

  it('a lamp that throws too much over its cutoff is no better for being lowered: it is the lamp', () => {
    const bad = stand(-0.5, 0.06);
    const body = light(bad, 'before');
    expect(glareIn(body)[0]?.glare.over).toBe(true);
    const [d] = dazzleOf(body, lampAims(aim(mmOf(-0.3))));
    expect(d?.cure?.kind).toBe('lamp');
  });
});
