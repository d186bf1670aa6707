import type { NoFacts, Prose, ReasonValue } from '../kernel/reason';
import type { Certainty } from './functionRows';

interface OfRequirement {
  readonly does: string;
  readonly requirement: string;
  readonly profile: string;
}

/** A condition on a fact. What is wanted stands as values, or as a range. */
interface OfLeaf {
  readonly fact: string;
  /** What is known of it; null: nothing. */
  readonly value: ReasonValue;
  /** `vehicle` or a position; where several differ in nothing else, all of them as `subjects`. */
  readonly subject?: string;
  readonly subjects?: readonly string[];
  readonly wanted?: readonly string[];
  readonly from?: number;
  readonly to?: number;
  /** The test stands under a `not`: everything but this is wanted. */
  readonly negated?: boolean;
  readonly predicate?: string;
  readonly why?: Prose;
  readonly howToCheck?: Prose;
  /** Code of why the program itself adds the condition, with its figures. */
  readonly implied?: string;
  readonly minV?: string;
  readonly maxV?: string;
}

interface Statement {
  readonly dispute: string;
  readonly source: string;
  /** How often it was said. */
  readonly times: number;
  readonly why?: Prose;
}

interface OfRoad {
  readonly profile: string;
  readonly is: Certainty;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'lost-and-required': OfRequirement;
    'required-open': OfRequirement;
    'lost-but-supplied': OfRequirement;
    /** The vehicle had it, the new lamp has it not, and no rule that is known says that this is right. */
    'lost-unasked': { readonly does: string };
    'always-so': { readonly application: string };
    'leaf-met': OfLeaf;
    'leaf-mended': OfLeaf;
    'leaf-unmet': OfLeaf;
    'leaf-perhaps': OfLeaf;
    'leaf-open': OfLeaf;
    'dispute-open': { readonly about: Prose; readonly fact: string; readonly dispute: string };
    'dispute-settled': { readonly about: Prose; readonly fact: string; readonly dispute: string };
    'statement-yes': Statement;
    'statement-no': Statement;
    'road-required': OfRequirement & OfRoad;
    'road-mark': OfRoad;
    'road-mark-unseen': OfRoad;
    'road-untold': { readonly profile: string };
    'road-unsaid': NoFacts;
    'road-tinted': OfRoad;
    'road-retrofit-source': OfRoad;
    'road-modulated-stop': OfRoad;
  }
}

/** A reason that tells of a condition on a fact. */
export type LeafCode = 'leaf-met' | 'leaf-mended' | 'leaf-perhaps' | 'leaf-unmet' | 'leaf-open';
