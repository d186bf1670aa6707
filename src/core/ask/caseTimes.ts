import { sparesFor } from '../work/spares';
import { stepTime, timedOf, timeQuantile, workTime } from '../work/times';
import type { CaseTimes } from './case';

/** *Settings*: quantiles that are told where none are asked for. */
const QUANTILES = [0.5, 0.9] as const;

/** What steps are expected to take after what they took here, one by one and together; spares after what broke. */
export function timesAnswer({ steps = [], quantiles = QUANTILES, fasteners = [] }: CaseTimes) {
  const times = steps.map((s) => stepTime(s.minutes, timedOf(s.seen ?? [])));
  return {
    steps: steps.map(({ id }, i) => {
      const time = times[i];
      return {
        id,
        ...time,
        quantiles: quantiles.map((p) => ({ p, minutes: time ? timeQuantile(time, p) : null })),
      };
    }),
    together: steps.length > 0 ? workTime(times) : null,
    spares: fasteners.map(({ id, count, out = 0, broken = 0 }) => ({
      id,
      count: sparesFor(count, { out, broken }),
    })),
  };
}
