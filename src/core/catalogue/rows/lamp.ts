import type { ScrewTurn } from '../../beam/aim';
import type { PhotometryFile } from '../../beam/photofile';
import type { LevelCase } from '../../controls';
import type { LampProgram } from '../../light/program/types';
import type { LampPlug } from '../../harness/types';
import type { Prose } from '../../kernel/reason';
import type { LampFunction, PositionRole, Provided, Side } from '../../vehicle';
import type { Money } from '../../kernel/money';

/** What the lens carries for a rule set: a declared mark, none, or nobody has looked (absent). */
export type LensMark = 'declared' | 'none';
/** What a lamp can do beyond its functions. */
export const LAMP_TRAITS = [
  'sequential-turn',
  'switchback',
  'drl-dims',
  'drl-goes-out',
  'brighter-low',
] as const;
export type LampTrait = (typeof LAMP_TRAITS)[number];
/** What speaks against a lamp on the road. */
export const ROAD_FLAGS = ['retrofit-source', 'modulated-stop', 'tinted'] as const;
export type RoadFlag = (typeof ROAD_FLAGS)[number];

/** One lit area of a lamp's face, in hundredths of its width and height from the upper left. */
export interface FaceSegment {
  readonly does: LampFunction;
  readonly shape: 'round' | 'bar';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** One lamp assembly of the shelf, for one side. The face is drawn for the left side and mirrored for the right. */
export interface Lamp {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly partNumber: string;
  readonly about: Prose;
  readonly role: PositionRole;
  readonly side: Side | 'either';
  readonly functions: readonly Provided[];
  readonly traits: readonly LampTrait[];
  /** The side on which traffic drives that its passing beam is made for; absent: either, or it has none. */
  readonly traffic?: 'right' | 'left';
  readonly workingMinV: number;
  readonly workingMaxV: number;
  readonly marks: Readonly<Record<string, LensMark>>;
  readonly flags: readonly RoadFlag[];
  readonly price: Money;
  readonly face: { readonly aspect: number; readonly segments: readonly FaceSegment[] };
  readonly plugs?: readonly LampPlug[];
  /** What it does over time; absent: what is known is played, and what is not is said. */
  readonly program?: LampProgram;
  /** How a turn of each aiming screw, clockwise, moves its beam; absent: it is tried at the wall. No horizontal one: there is none. */
  readonly aimScrews?: { readonly vertical: ScrewTurn; readonly horizontal?: ScrewTurn };
  /** Files of its intensities by angle, a function each; absent: nobody has them, and its light on the road is not known. */
  readonly photometry?: readonly PhotometryFile[];
  /** What the lamp itself makes of a live input: the first case that holds replaces the level of its feed. */
  readonly behaviour?: readonly { readonly does: LampFunction; readonly cases: readonly LevelCase[] }[];
}
