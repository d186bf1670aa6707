import type { Level } from '../../controls';
import { compareText } from '../../kernel/reason';

/** What a wire of the vehicle's plug is tied to: the battery's plus or the body, by what its circuit does now. */
export interface Tie {
  readonly to: 'plus' | 'body';
  /** `off`: it is cut off, and floats. */
  readonly level: Level;
}

/** A cavity that is probed, `plug/number`, with the circuit behind it. */
export interface ProbedCavity {
  readonly end: string;
  readonly circuit: string;
}

/** One thing that can be wrong between a fuse and the vehicle's plug, as a meter without load can see it. */
export type ProbeFault =
  | { readonly kind: 'fuse'; readonly circuit: string }
  | { readonly kind: 'open'; readonly end: string }
  | { readonly kind: 'exchange'; readonly ends: readonly [string, string] }
  | { readonly kind: 'short'; readonly ends: readonly [string, string] };

/** Every single fault of a plug, the commonest kind first. *Setting*: fuses, then wires, then wrong cavities, then touching wires. */
export function singleProbeFaults(cavities: readonly ProbedCavity[]): readonly ProbeFault[] {
  const circuits = [...new Set(cavities.map((c) => c.circuit))]
    .filter((c) => c !== 'ground')
    .sort(compareText);
  const pairs = cavities.flatMap((a, i) =>
    cavities.slice(i + 1).flatMap((b) => (a.circuit === b.circuit ? [] : [[a.end, b.end] as const])),
  );
  return [
    ...circuits.map((circuit): ProbeFault => ({ kind: 'fuse', circuit })),
    ...cavities.map(({ end }): ProbeFault => ({ kind: 'open', end })),
    ...pairs.map((ends): ProbeFault => ({ kind: 'exchange', ends })),
    ...pairs.map((ends): ProbeFault => ({ kind: 'short', ends })),
  ];
}

const OFF: Level = { kind: 'off' };
const RANK = { on: 3, flashing: 2, pulsed: 1, data: 0, off: 0 } as const;

/** Two wires of the same side that touch: the one that gives more decides. */
function joined(a: Level, b: Level): Level {
  if (a.kind === 'pulsed' && b.kind === 'pulsed') return a.duty >= b.duty ? a : b;
  return RANK[b.kind] > RANK[a.kind] ? b : a;
}

/**
 * What ties a cavity in one setting when a single fault is there.
 * @param tie what ties each cavity when all is sound
 * @param circuitOf the circuit behind a cavity
 */
export function tieWith(
  fault: ProbeFault | null,
  end: string,
  tie: (end: string) => Tie,
  circuitOf: (end: string) => string,
): Tie {
  const own = tie(end);
  switch (fault?.kind) {
    case undefined:
      return own;
    case 'fuse':
      return circuitOf(end) === fault.circuit ? { ...own, level: OFF } : own;
    case 'open':
      return end === fault.end ? { ...own, level: OFF } : own;
    case 'exchange': {
      const other = otherOf(fault.ends, end);
      return other === null ? own : tie(other);
    }
    case 'short': {
      const other = otherOf(fault.ends, end);
      if (other === null)
        return blown(fault.ends, tie, circuitOf).has(circuitOf(end)) ? { ...own, level: OFF } : own;
      const there = tie(other);
      if (own.to === there.to) return { to: own.to, level: joined(own.level, there.level) };
      // A supply that touches ground has blown its fuse: what is left is ground, on both.
      return own.to === 'body' ? own : there;
    }
  }
}

/** Circuits whose fuse a short takes: a supply against the body. */
export function blown(
  ends: readonly [string, string],
  tie: (end: string) => Tie,
  circuitOf: (end: string) => string,
): ReadonlySet<string> {
  const [a, b] = ends;
  if (tie(a).to === tie(b).to) return new Set();
  return new Set([circuitOf(tie(a).to === 'plus' ? a : b)]);
}

const otherOf = ([a, b]: readonly [string, string], end: string): string | null =>
  end === a ? b : end === b ? a : null;
