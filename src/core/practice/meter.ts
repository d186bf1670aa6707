import { type AngularMap, beamOf, directionOf } from '../beam/photometry/angular';
import { luxOf } from '../beam/photometry/intensity';
import { seededRandom } from '../kernel/seededRandom';

/** A lux meter as it is in life: off by its calibration, unsteady, with so many digits. */
export interface MeterKind {
  /** How far it is off all the time, as a share. */
  readonly calibration: number;
  /** How far a reading differs from the next, standard deviation as a share. */
  readonly repeat: number;
  /** Digits that it shows: a reading of 1 234 lx with three is 1 230. */
  readonly digits: number;
  /** Finest step, lx. */
  readonly stepLux: number;
}

/** *Setting*: a meter of a workshop. */
export const USUAL_METER: MeterKind = { calibration: 0.02, repeat: 0.015, digits: 4, stepLux: 0.1 };

/** A meter that is practised with: it is given the true light and answers as a meter would, alike by its seed. */
export function simulatedMeter(seed: number, kind: MeterKind = USUAL_METER): (trueLux: number) => number {
  const random = seededRandom(seed);
  const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const off = 1 + kind.calibration * (2 * random() - 1);
  return (trueLux) => {
    const shown = Math.max(0, trueLux * off * (1 + kind.repeat * bell()));
    const step = Math.max(kind.stepLux, 10 ** (Math.floor(Math.log10(shown || 1)) + 1 - kind.digits));
    return Math.round(Math.round(shown / step) * step * 1e6) / 1e6;
  };
}

/** What a simulated meter reads at the hot spot of a beam on a wall, lx: the most that its file has within 10° of straight ahead. */
export function practiceLux(map: AngularMap, distanceMm: number, seed: number): number {
  const beam = beamOf(map);
  let most = 0;
  for (let h = -10; h <= 10; h += 0.25)
    for (let v = -10; v <= 10; v += 0.25) {
      const d = directionOf(h, v);
      const off = (Math.acos(d.ahead) * 180) / Math.PI;
      most = Math.max(most, luxOf(beam(d.right, d.up, d.ahead), distanceMm, off));
    }
  return simulatedMeter(seed)(most);
}
