import { describe, expect, it } from 'vitest';
import { bar, plainVehicle } from '../testing/vehicle';
import { judgeOverTime } from '../judge/judge';
import { timedRulesOf } from '../judge/rules';
import { readScore } from './score';
import { lightOverTime } from './simulate';
import { functionsOverTime } from './summary';

describe('locking and unlocking', () => {
  const lamp = bar(4, [{ does: 'turn', sweep: { stepMs: 90, how: 'fill', from: 'inner' } }]);
  const played = (lock: { flashes: number; onMs: number; offMs: number } | undefined, hazard = false) => {
    const vehicle = plainVehicle({ left: lamp }, { perMinute: 90, onShare: 0.5, ...(lock ? { lock } : {}) });
    const read = readScore({
      lengthMs: 4000,
      moves: [{ atMs: 500, set: { 'lock-flash': 'yes', ...(hazard ? { hazard: 'yes' } : {}) } }],
    });
    return lightOverTime(vehicle, read.kind === 'spans' ? read.spans : []);
  };
  const flashes = (light: ReturnType<typeof played>) =>
    (light.lamps[0] ? functionsOverTime(light.lamps[0]) : [])
      .flatMap((f) => f.phases)
      .map((p) => [p.fromUs / 1000, p.toUs / 1000]);

  it('a pattern is played once: two flashes of 200 ms, 150 ms apart, then dark', () =>
    expect(flashes(played({ flashes: 2, onMs: 200, offMs: 150 }))).toEqual([
      [500, 700],
      [850, 1050],
    ]));

  it('is no signal to traffic: neither its rate nor its short sweep is judged', () => {
    const light = played({ flashes: 2, onMs: 200, offMs: 150 });
    expect(judgeOverTime(light, { perMinute: 90, onShare: 0.5 }, timedRulesOf('ECE'))).toEqual([]);
    const plain = judgeOverTime(played(undefined), { perMinute: 90, onShare: 0.5 }, timedRulesOf('ECE'));
    expect(plain.some((f) => f.kind === 'sweep')).toBe(true);
  });

  it('under the hazard it flashes as that does', () =>
    expect(flashes(played({ flashes: 2, onMs: 200, offMs: 150 }, true)).length).toBeGreaterThan(2));
});
