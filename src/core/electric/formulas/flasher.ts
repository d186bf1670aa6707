/**
 * Flasher units by how their rate follows the load. `curve`: points of load (A) and rate (per minute), straight between them
 * and level beyond; two points at one load are a change from one way of going to another, with nothing between. A rate
 * of 0 is steady light. `either`: loads at which units of the kind differ in which way they go, and the rate of the other way.
 */
export const FLASHERS = {
  'load-sensing': {
    curve: [
      [0, 0],
      [0.2, 0],
      [0.2, 170],
      [1.9, 160],
      [2.4, 160],
      [2.4, 90],
      [8, 88],
    ],
    either: { fromA: 1.9, toA: 2.4, perMinute: 90 },
  },
  'fixed-load-thermal': {
    curve: [
      [0, 0],
      [1.2, 0],
      [2.2, 55],
      [3.6, 90],
      [5, 118],
      [8, 150],
    ],
  },
  'heavy-duty': {
    curve: [
      [0, 90],
      [20, 90],
    ],
  },
  'made-for-led': {
    curve: [
      [0, 90],
      [12, 90],
    ],
  },
} as const satisfies Record<string, FlasherUnit>;

interface FlasherUnit {
  readonly curve: readonly (readonly [number, number])[];
  readonly either?: { readonly fromA: number; readonly toA: number; readonly perMinute: number };
}

export type FlasherKind = keyof typeof FLASHERS;

/** Flashes per minute that are allowed. Source: UN R6 / R148 and SAE J590. */
export const RATE_WINDOW = { min: 60, max: 120 } as const;

/** How fast a flasher of a kind goes under a load. */
export interface FlashRate {
  readonly perMinute: number;
  readonly within: boolean;
  /** `either`: some units of the kind go at `perMinute`, some at `or`. */
  readonly what: 'steady' | 'slow' | 'right' | 'fast' | 'either';
  readonly or: number | null;
}

/** The rate of a flasher at a load, by its curve. The curves are usual shapes, not a maker's data. */
export function flashRate(kind: FlasherKind, loadA: number): FlashRate {
  const { curve, either }: FlasherUnit = FLASHERS[kind];
  const next = curve.findIndex(([a]) => a > loadA);
  const [a1, r1] = curve[next < 0 ? curve.length - 1 : next] ?? [0, 0];
  const [a0, r0] = curve[next < 0 ? curve.length - 1 : Math.max(0, next - 1)] ?? [0, 0];
  const perMinute = a1 === a0 ? r1 : r0 + ((r1 - r0) * (loadA - a0)) / (a1 - a0);
  const or = either && either.fromA <= loadA && loadA < either.toA ? either.perMinute : null;
  const what = or === null ? nameOf(perMinute) : 'either';
  return { perMinute, within: what === 'right', what, or };
}

function nameOf(perMinute: number): 'steady' | 'slow' | 'right' | 'fast' {
  if (perMinute < 1) return 'steady';
  if (perMinute < RATE_WINDOW.min) return 'slow';
  return perMinute > RATE_WINDOW.max ? 'fast' : 'right';
}
