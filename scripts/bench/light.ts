import { judgeOverTime } from '@/core/light/judge/judge';
import { timedRulesOf } from '@/core/light/judge/rules';
import { readScore } from '@/core/light/overTime/score';
import { lightOverTime, type VehicleLight } from '@/core/light/overTime/simulate';
import { bar, plainVehicle } from '@/core/light/testing/vehicle';
import { measured, type Row } from './measure';

/** Six lamps of 24 segments, a daytime strip under a sweep, on a flasher that goes by its load. */
function sixLamps(): VehicleLight {
  const program = bar(24, [
    { does: 'drl', out: { while: 'turn', returnMs: 400 } },
    { does: 'turn', sweep: { stepMs: 8, how: 'fill', from: 'inner' } },
  ]);
  const flasher = {
    perMinute: 90,
    onShare: 0.5,
    lowLoad: { belowA: 0.1, perMinute: 180, senses: 'mean' },
  } as const;
  const two = plainVehicle({ left: program, right: program }, flasher, { turn: 0.5 });
  const lamps = ['tail', 'headlamp', 'mirror'].flatMap((role) =>
    two.lamps.map((l) => ({ ...l, position: l.position.replace('tail', role) })),
  );
  return {
    ...two,
    lamps,
    supplied: (state, on) => {
      const s = two.supplied(state, on);
      const of = (side: string) => s.lamps.get(`tail.rear.${side}`) ?? new Map<never, never>();
      return { ...s, lamps: new Map(lamps.map((l) => [l.position, of(l.side)])) };
    },
  };
}

/** The bars of light over time. */
export async function benchLight(): Promise<readonly Row[]> {
  const vehicle = sixLamps();
  const read = readScore({
    lengthMs: 60_000,
    moves: [
      { atMs: 0, set: { key: 'on', running: 'yes' } },
      { atMs: 1000, set: { hazard: 'yes' } },
    ],
  });
  if (read.kind !== 'spans') throw new Error('score');
  const size = '60 s, six lamps × 24 segments';
  return [
    await measured('light over time', size, 30, () => lightOverTime(vehicle, read.spans), 5),
    await measured(
      'light over time, judged',
      size,
      30,
      () => judgeOverTime(lightOverTime(vehicle, read.spans), vehicle.flasher, timedRulesOf('ECE')),
      5,
    ),
  ];
}
