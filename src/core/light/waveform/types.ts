/** What rides on a level: it is switched so often a second and is on for this share of each turn. */
export interface Carrier {
  readonly hz: number;
  readonly duty: number;
}

/** A length of time at a level, or on the way from `level` straight to `to`. Levels are shares from 0 to 1. */
export interface Piece {
  readonly durationUs: number;
  readonly level: number;
  readonly to?: number;
  readonly carrier?: Carrier;
}

/**
 * What a wire, a current or a light does from t = 0, in whole microseconds. Edge k of a period T stands at round(k · T):
 * nothing drifts. Plain data; combinations are worked out where they are looked at.
 */
export type Waveform =
  | { readonly kind: 'steady'; readonly level: number; readonly carrier?: Carrier }
  /** Turn k begins at round(phase + k · period), inner edges at round of their own time; what the pieces leave is dark. */
  | {
      readonly kind: 'periodic';
      readonly periodUs: number;
      readonly phaseUs: number;
      readonly pieces: readonly Piece[];
    }
  /** The pieces from t = 0, then a level for good. */
  | { readonly kind: 'once'; readonly pieces: readonly Piece[]; readonly then: number }
  /** The lower of two: one lets the other through. */
  | { readonly kind: 'gate'; readonly of: readonly [Waveform, Waveform] }
  /** The higher of two. */
  | { readonly kind: 'max'; readonly of: readonly [Waveform, Waveform] }
  | { readonly kind: 'scale'; readonly by: number; readonly of: Waveform }
  /** The same, later; dark before. */
  | { readonly kind: 'delay'; readonly byUs: number; readonly of: Waveform }
  /** The highest of the last so many microseconds: it goes on shining that long without supply. */
  | { readonly kind: 'hold'; readonly forUs: number; readonly of: Waveform };

/** A straight part of a waveform: from `from` at its first microsecond towards `to` at its end, which is not in it. */
export interface Stretch {
  readonly fromUs: number;
  readonly toUs: number;
  readonly from: number;
  readonly to: number;
  readonly carrier?: Carrier;
}

/** Microseconds of a figure in milliseconds, as a whole number. */
export const usOf = (ms: number): number => Math.round(ms * 1000);
