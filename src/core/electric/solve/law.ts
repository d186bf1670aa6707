import { FILAMENT_EXPONENT } from '../formulas';
import type { CurvePoint, NetElement } from '../netlist/element';
import { COLD_RATIO, COLD_SHARE } from './devices';

/**
 * How an element answers a voltage: current as straight pieces. On piece p, up to and with `ends[p]`, it carries
 * `base[p] + slope[p] · v`; the last piece has no end.
 */
export interface Law {
  /** V; one less than there are pieces, rising. */
  readonly ends: Float64Array;
  /** A per V, never negative. */
  readonly slope: Float64Array;
  /** A at 0 V, were the piece that long. */
  readonly base: Float64Array;
}

/** *Setting*: width of a piece of a filament's law, as ln of the voltage: within 0.003 % of the law's current. */
const STEP = 0.03;
/** *Setting*: times the rated voltage up to which the law is followed; straight beyond. */
const FOLLOWED = 4;

/** The law of a filament of 1 V and 1 A from where it is no longer cold: points of it. */
const LIT: readonly CurvePoint[] = Array.from(
  { length: Math.ceil(Math.log(FOLLOWED / COLD_SHARE) / STEP) + 1 },
  (_, k) => {
    const v = COLD_SHARE * Math.exp(k * STEP);
    return { v, a: v ** FILAMENT_EXPONENT };
  },
);

/** The law of an element. An open switch is to be left out by the caller. @param e any but what is solved in rounds (`settle.ts`) */
export function lawOf(e: NetElement): Law {
  switch (e.kind) {
    case 'resistor':
    case 'switch':
      return straight(1 / e.ohm);
    case 'filament':
      return filament(e.ratedV, e.ratedA);
    case 'curve':
      return through(e.points, 0, 0);
  }
}

const straight = (slope: number): Law => ({
  ends: new Float64Array(0),
  slope: Float64Array.of(slope),
  base: Float64Array.of(0),
});

const filaments = new Map<string, Law>();
const MOST_FILAMENTS = 200;

function filament(ratedV: number, ratedA: number): Law {
  const key = `${ratedV}|${ratedA}`;
  const kept = filaments.get(key);
  if (kept) return kept;
  const lit = LIT.map(({ v, a }) => ({ v: v * ratedV, a: a * ratedA }));
  const cold = (COLD_RATIO * ratedA) / ratedV;
  const first = lit[0] ?? { v: 0, a: 0 };
  // Cold from one end to the other: both laws meet there.
  const joined = [
    ...lit.map(({ v, a }) => ({ v: -v, a: -a })).reverse(),
    ...(first.a === cold * first.v ? lit : [{ v: first.v, a: first.a }, ...lit.slice(1)]),
  ];
  const [low, high] = [lit.at(-2), lit.at(-1)];
  const beyond = low && high ? (high.a - low.a) / (high.v - low.v) : 0;
  const law = through(joined, beyond, beyond);
  if (filaments.size >= MOST_FILAMENTS) filaments.clear();
  filaments.set(key, law);
  return law;
}

/** Straight from point to point; before the first and after the last with slopes of their own. */
function through(points: readonly CurvePoint[], before: number, after: number): Law {
  const n = points.length;
  const slope = new Float64Array(n + 1);
  const base = new Float64Array(n + 1);
  points.forEach((p, k) => {
    const last = points[k - 1];
    slope[k] = !last ? before : p.v > last.v ? (p.a - last.a) / (p.v - last.v) : 0;
    base[k] = p.a - (slope[k] ?? 0) * p.v;
  });
  const end = points.at(-1);
  slope[n] = after;
  base[n] = end ? end.a - after * end.v : 0;
  return { ends: Float64Array.from(points, (p) => p.v), slope, base };
}

/** The piece that a voltage is on. @param near a piece to look at first */
export function pieceAt({ ends }: Law, v: number, near: number): number {
  const n = ends.length;
  if ((near === 0 || v > (ends[near - 1] ?? 0)) && (near >= n || v <= (ends[near] ?? 0))) return near;
  let [low, high] = [0, n];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (v <= (ends[mid] ?? 0)) high = mid;
    else low = mid + 1;
  }
  return low;
}

/** A at a voltage across an element. */
export const ampsAt = (law: Law, v: number): number => {
  const p = pieceAt(law, v, 0);
  return (law.base[p] ?? 0) + (law.slope[p] ?? 0) * v;
};
