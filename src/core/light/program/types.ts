import type { LampFunction, LightColour } from '../../vehicle';

/** A figure of a lamp or a vehicle: known, known to lie between two ends (as measured), or not known (null). */
export type Figure = number | { readonly from: number; readonly to: number } | null;

/** One area of a face that is lit by itself, in hundredths of the face's width and height from the upper left. */
export interface ProgramSegment {
  readonly id: string;
  readonly shape: 'round' | 'bar';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Segments one after another: they fill the bar, or one runs along it. Counted from the edge that begins it. */
export interface Sweep {
  readonly stepMs: Figure;
  readonly how: 'fill' | 'run';
  readonly from: 'inner' | 'outer';
  /** So many segments come on at one time, a column of a matrix: 1 where absent. */
  readonly together?: number;
}

/** A length at a level, or on the way from `level` to `to`. */
export interface ShowPiece {
  readonly ms: number;
  readonly level: number;
  readonly to?: number;
}

/** What a function does with its segments while its input is live. What is not said, it does not do. */
export interface FunctionProgram {
  readonly does: LampFunction;
  /** Only what the inputs of one side of the vehicle bring: one lamp in the middle that signals to both. */
  readonly side?: 'left' | 'right';
  /** Ids of segments, from the inner end to the outer. */
  readonly segments: readonly string[];
  /** Each segment is a bulb in a socket of its own, which can be put into another's hole. */
  readonly sockets?: boolean;
  /** Absent: the colour that the lamp has for this function. */
  readonly colour?: LightColour;
  /** Only while the lamp's mode plug is so; of several that drive one function the first that holds counts. */
  readonly mode?: 'open' | 'closed';
  /** Share of full light, 1 where absent. */
  readonly level?: number;
  readonly sweep?: Sweep;
  /** A modulated stop: so many pulses, then steady. */
  readonly pulses?: { readonly count: number; readonly onMs: number; readonly offMs: number };
  /** A show at its edge, as shares of its light. */
  readonly startUp?: { readonly pieces: readonly ShowPiece[] };
  /** Sweep, pulses and show begin at an edge after so long a dark, else they go on where they were. */
  readonly afterDarkMs?: number;
  /** Drops to a share while another input of the lamp is live. */
  readonly dimmed?: { readonly to: number; readonly while: LampFunction };
  /** Goes out while another input is live and comes back so long after it was live last. */
  readonly out?: { readonly while: LampFunction; readonly returnMs: Figure };
  /** Rises and falls no faster: a driver that fades, a filament. From dark to full, and from full to dark. */
  readonly fade?: { readonly upMs: number; readonly downMs: number };
  /** A bulb: its light follows the voltage as a filament's does, and it rises and falls slowly. */
  readonly filament?: boolean;
  /** Goes on shining so long without supply. */
  readonly holdUpMs?: number;
}

/** How many steps a sweep has over so many segments. */
export const sweepSteps = (sweep: Pick<Sweep, 'together'>, segments: number): number =>
  Math.ceil(segments / Math.max(1, sweep.together ?? 1));

/** At which step a segment comes on, from 0. @param i its number from the inner end, from 0 */
export function sweepPlace(sweep: Pick<Sweep, 'together' | 'from'>, i: number, segments: number): number {
  const column = Math.floor(i / Math.max(1, sweep.together ?? 1));
  return sweep.from === 'outer' ? sweepSteps(sweep, segments) - 1 - column : column;
}

/** What the lamp makes of a pulsed feed. */
export type PulsedFeed =
  | { readonly kind: 'passes' }
  | { readonly kind: 'averages' }
  /** A level of its own, steady, whatever the duty. */
  | { readonly kind: 'dims'; readonly to: number }
  | { readonly kind: 'flickers'; readonly belowHz: number };

/** What a lamp does over time. */
export interface LampProgram {
  readonly segments: readonly ProgramSegment[];
  readonly functions: readonly FunctionProgram[];
  readonly pulsed?: PulsedFeed;
}

/** *Setting*: a bulb's way from dark to full and back, ms. Source: usual figures; to 90 % in about 200 ms, down in less. */
export const FILAMENT_MS = { upMs: 200, downMs: 120 } as const;

/** The ends of a figure; null: nobody knows. */
export const endsOf = (f: Figure): { readonly from: number; readonly to: number } | null =>
  typeof f === 'number' ? { from: f, to: f } : f;

/** What a figure is played as: its middle. */
export function playedAs(f: Figure, unknown: number): number {
  const ends = endsOf(f);
  return ends ? (ends.from + ends.to) / 2 : unknown;
}
