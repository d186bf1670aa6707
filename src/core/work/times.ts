import { seededRandom } from '../kernel/seededRandom';
import { studentQuantile } from '../kernel/studentT';

/** How often something was timed here, and what its logarithms come to: all that is kept of the single times. */
export interface Timed {
  readonly n: number;
  /** Sum and sum of squares of ln(minutes). */
  readonly sumLn: number;
  readonly sumLn2: number;
}
/** Never timed. */
export const NOT_TIMED: Timed = { n: 0, sumLn: 0, sumLn2: 0 };

/** Single times, minutes, as they are kept. */
export const timedOf = (minutes: readonly number[]): Timed =>
  minutes.reduce<Timed>((t, m) => {
    const ln = Math.log(m);
    return { n: t.n + 1, sumLn: t.sumLn + ln, sumLn2: t.sumLn2 + ln * ln };
  }, NOT_TIMED);

/** Two lots of times together. */
export const timedBoth = (a: Timed, b: Timed): Timed => ({
  n: a.n + b.n,
  sumLn: a.sumLn + b.sumLn,
  sumLn2: a.sumLn2 + b.sumLn2,
});

/** What the next time is expected to be: ln(minutes) is Student's t about `centre`. Only quantiles of it are finite. */
export interface StepTime {
  readonly centre: number;
  readonly scale: number;
  readonly freedom: number;
  /** Times of this shop that are in it. */
  readonly n: number;
}

/**
 * *Settings*: the sheet's minutes count as the middle of so many times of before, which lie about it by so much (of
 * ln minutes), known with so many degrees of freedom.
 */
export const TIME_PRIOR = { times: 4, spread: 0.3, freedom: 4 } as const;

/**
 * What a step takes: log-normal, with the sheet's minutes as what is known before (normal-inverse-gamma), and this
 * shop's times on top. One odd time among few moves it little. Source: conjugate analysis of a normal sample.
 * @param minutes of the sheet, above 0
 */
export function stepTime(minutes: number, seen: Timed = NOT_TIMED): StepTime {
  const { times, spread, freedom } = TIME_PRIOR;
  const before = Math.log(minutes);
  const { n } = seen;
  const mean = n === 0 ? before : seen.sumLn / n;
  // Rounding may leave a hair below nothing.
  const within = n === 0 ? 0 : Math.max(0, seen.sumLn2 - n * mean * mean);
  const kappa = times + n;
  const centre = (times * before + n * mean) / kappa;
  const alpha = (freedom + n) / 2;
  const beta =
    (freedom / 2) * spread * spread + within / 2 + (times * n * (mean - before) ** 2) / (2 * kappa);
  return { centre, scale: Math.sqrt((beta * (kappa + 1)) / (alpha * kappa)), freedom: freedom + n, n };
}

/** Minutes that the step stays under with a probability. */
export const timeQuantile = (t: StepTime, p: number): number =>
  Math.exp(t.centre + t.scale * studentQuantile(p, t.freedom));

/** Half of such jobs take no longer than `p50`, nine of ten no longer than `p90`, minutes. */
export interface WorkTime {
  readonly p50: number;
  readonly p90: number;
}

/** *Settings*: jobs that are drawn, and the chance of the seed. */
const DRAWS = 1000;
const SEED = 1;

/**
 * What some steps take together, by seeded drawing: the same steps, the same figures. Of each step every part of its
 * spread is drawn once, in an order of its own (Latin hypercube; McKay, Beckman and Conover 1979). Steps are taken one
 * by one: what makes a whole job slow, such as rust, is in it only as far as it is in the single times.
 * @param fixedMin minutes that are known besides
 */
export function workTime(
  steps: readonly StepTime[],
  fixedMin = 0,
  { draws = DRAWS, seed = SEED }: { readonly draws?: number; readonly seed?: number } = {},
): WorkTime {
  if (steps.length === 0) return { p50: fixedMin, p90: fixedMin };
  const random = seededRandom(seed);
  const sums = new Float64Array(draws);
  const order = Uint32Array.from({ length: draws }, (_, i) => i);
  for (const s of steps) {
    const parts = partsOf(Math.min(MANY, s.freedom), draws);
    for (let i = draws - 1; i >= 0; i -= 1) {
      const j = Math.floor(random() * (i + 1));
      const drawn = order[j] ?? 0;
      order[j] = order[i] ?? 0;
      order[i] = drawn;
      sums[i] = (sums[i] ?? 0) + Math.exp(s.centre + s.scale * (parts[drawn] ?? 0));
    }
  }
  sums.sort();
  const at = (p: number) => (sums[Math.ceil(p * draws) - 1] ?? 0) + fixedMin;
  return { p50: at(0.5), p90: at(0.9) };
}

/** Beyond so many degrees of freedom t is the normal one, for every purpose here. */
const MANY = 200;
const known = new Map<string, Float64Array>();

/** The middle of each of some equal parts of Student's t. */
function partsOf(freedom: number, parts: number): Float64Array {
  const key = `${freedom}/${parts}`;
  let found = known.get(key);
  if (!found) {
    found = new Float64Array(parts);
    for (let i = 0; 2 * i < parts; i += 1) {
      const value = studentQuantile((parts - i - 0.5) / parts, freedom);
      found[parts - 1 - i] = value;
      found[i] = -value;
    }
    known.set(key, found);
  }
  return found;
}
