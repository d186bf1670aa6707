import { describe, expect, it } from 'vitest';
import { type ControlState, stateText } from '../../controls';
import { lawCount } from '../../kernel/testing/lawCount';
import type { LampFunction } from '../../vehicle';
import { lightOverTime } from '../overTime/simulate';
import type { LampOverTime } from '../overTime/lightTypes';
import { LIVE_SHARE } from '../program/trace';
import { miswired, type Miswired } from '../testing/miswired';
import { levelIn, placeAt } from '../waveform';
import { inSetting } from './inSetting';
import { SEEN_SHARE } from './settledLamp';

const COUNT = lawCount(60);
const STATES = 8;
const END_US = 8_000_000;

/** How bright the brightest segment of a function is at a time, as an eye takes it. */
function brightAt(lamp: LampOverTime | undefined, does: LampFunction, us: number): number {
  const segments = (lamp?.functions ?? []).filter((f) => f.program.does === does).flatMap((f) => f.segments);
  return Math.max(
    0,
    ...segments.map(({ light }) => {
      const s = light[placeAt(light, us)];
      return s ? levelIn(s, us) * (s.carrier?.duty ?? 1) : 0;
    }),
  );
}

/** Whether each phase of the flasher lights a function, by the currents of its lamp and its program's words alone. */
function byHand(
  { harness, light, full }: Miswired,
  position: string,
  does: LampFunction,
  state: ControlState,
) {
  const lamp = light.lamps.find((l) => l.position === position);
  const f = lamp?.program.functions.find((x) => x.does === does);
  const input = (on: boolean, of: LampFunction) =>
    harness.supplied(state, on).inputs.find((i) => i.position === position && i.does === of);
  const live = (on: boolean, of: LampFunction) => (input(on, of)?.onA ?? 0) / full > LIVE_SHARE;
  /** Lit as an eye takes it: by the mean of its pulses. */
  const lit = (on: boolean) => {
    const i = input(on, does);
    const dims = f?.dimmed && live(on, f.dimmed.while) ? f.dimmed.to : 1;
    return i !== undefined && live(on, does) && (i.onA / full) * i.duty * dims >= SEEN_SHARE;
  };
  return ([true, false] as const).map((on) => {
    if (!lit(on)) return false;
    if (!f?.out) return true;
    if (live(on, f.out.while)) return false;
    // It comes back in the dark phase of 90 a minute, 333 ms, or not at all.
    return live(!on, f.out.while) ? Number(f.out.returnMs) < 333 : true;
  });
}

describe('what a setting shows', () => {
  it(`is the end of the run and what the currents say, in ${COUNT} miswired harnesses`, () => {
    const wrong: string[] = [];
    let compared = 0;
    for (let seed = 1; seed <= COUNT; seed += 1) {
      const world = miswired(seed, STATES);
      for (const state of world.states) {
        const settled = inSetting(world.light, state);
        const { lamps, runs } = lightOverTime(world.light, [{ fromUs: 0, toUs: END_US, state }]);
        const last = runs[0]?.cycles.findLast((c) => !c.cutShort);
        for (const [position, functions] of settled)
          for (const [does, { level }] of functions) {
            const lamp = lamps.find((l) => l.lamp.position === position);
            // A phase ends where the next begins: what it came to is what it is just before.
            const [on, off] = last ? [last.darkUs - 1, last.endUs - 1] : [END_US - 1, END_US - 1];
            const run = [on, off].map((us) => brightAt(lamp, does, us) >= SEEN_SHARE);
            const hand = byHand(world, position, does, state);
            const says = {
              off: [false, false],
              data: [false, false],
              on: [true, true],
              pulsed: [true, true],
            };
            const mine = level.kind === 'flashing' ? null : says[level.kind];
            const same = (other: readonly boolean[]) =>
              mine ? other.join() === mine.join() : other[0] !== other[1];
            compared += 1;
            if (!same(run) || !same(hand))
              wrong.push(
                `${seed} ${position} ${does} ${level.kind} run ${run.join()} hand ${hand.join()} in ${stateText(state)}`,
              );
          }
      }
    }
    expect(wrong.slice(0, 12)).toEqual([]);
    expect(compared).toBeGreaterThan(COUNT * STATES * 4);
  });
});
