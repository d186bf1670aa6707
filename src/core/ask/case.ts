import type { Aim, Wish } from '../fitment';
import type { CaseAim, CaseBeam } from './caseBeam';
import type { CaseWrong } from './caseFaults';
import type { CaseFormula } from './caseFormulas';
import type { CaseNetwork } from './caseNetwork';
import type { Figures } from '../electric/formulas';
import type { FeedSchool, FeedSource, HandPins } from '../harness';
import type { AnyEvent } from '../job';
import type { Rates } from '../job/readings/orders';
import type { FreeStep, OrderTask, StateMove } from '../work/leastOrder';
import type { CrewTask } from '../work/crew';
import type { Score } from '../light/overTime/score';
import type { Seen } from '../prove';
import type { Shelf } from '../catalogue/types';
import type { FactSource, FactValue } from '../vehicle';

/** What can be asked of a case. */
export const ANSWERS = [
  'vin',
  'facts',
  'fit',
  'looks',
  'wire',
  'live',
  'light',
  'measure',
  'feeds',
  'checks',
  'order',
  'crew',
  'times',
  'beam',
  'aim',
  'bench',
  'prove',
  'diagnose',
  'quote',
  'items',
  'network',
  'formulas',
] as const;
export type AnswerKind = (typeof ANSWERS)[number];

/** Lamps that are to be exchanged together. */
export interface CaseSwap {
  /** Absent: `1`, `2` … in their order. */
  readonly id?: string;
  /** Keys of the places; absent: every place of the line that the chosen row, or the only one, serves. */
  readonly positions?: readonly string[];
  /** The row that is taken; absent: none, or the only one that serves these places. */
  readonly choose?: string;
}

/** What was decided about an extra feed. */
export interface CaseFeed {
  readonly swap?: string;
  readonly does: string;
  readonly school: FeedSchool;
  readonly source?: FeedSource;
  readonly words?: string;
}

/** A setting of the controls: what is not named is at rest. */
export type CaseControls = Readonly<Record<string, string>>;

/** Free steps with what a change of tool, place and state costs; what is left out is empty. */
export interface CaseWork {
  readonly steps: readonly (Pick<FreeStep, 'id'> & Partial<FreeStep>)[];
  readonly moves?: readonly StateMove[];
  readonly start?: Partial<OrderTask['start']>;
  readonly end?: OrderTask['end'];
  readonly toolChangeMin?: number;
  readonly zoneChangeMin?: number;
}

/** A step as two people share it; what is left out is one person's, free, and waits for nothing. */
export type CaseCrewStep = Pick<CrewTask, 'id' | 'minutes'> & Partial<CrewTask>;

/** Times and breakages of a shop. */
export interface CaseTimes {
  readonly steps?: readonly {
    readonly id: string;
    readonly minutes: number;
    readonly seen?: readonly number[];
  }[];
  /** Quantiles that are wanted, each between 0 and 1; absent: 0.5 and 0.9. */
  readonly quantiles?: readonly number[];
  readonly fasteners?: readonly {
    readonly id: string;
    readonly count: number;
    readonly out?: number;
    readonly broken?: number;
  }[];
}

/** Something seen at a lamp in a setting. */
export interface CaseSeen {
  readonly swap?: string;
  readonly position: string;
  readonly does: string;
  readonly controls?: CaseControls;
  readonly seen: Seen;
  /** Of a sequencing harness: the holes in the order in which they came on, from the inner end, `3-1-2`. */
  readonly order?: string;
}

/**
 * A question to the core: a vehicle, what is known of it, which lamps are to be exchanged for which, and a shelf. Well
 * formed by the published schema; whether its names lead somewhere is checked when it is answered.
 */
export interface Case {
  readonly ask: readonly AnswerKind[];
  readonly shelf: Shelf;
  readonly vehicle: {
    readonly line: string;
    readonly vin?: string;
    readonly plate?: string;
  };
  /**
   * `model-year`, `plug` (at every place of the swaps) or `plug@headlamp.front.left`; a value, or what was said with its
   * source. null: somebody looked and could not tell.
   */
  readonly facts?: Readonly<
    Record<string, FactValue | null | { readonly value: FactValue | null; readonly source: FactSource }>
  >;
  readonly swaps?: readonly CaseSwap[];
  readonly wishes?: readonly Wish[];
  readonly aim?: Aim;
  readonly feeds?: readonly CaseFeed[];
  readonly decisions?: readonly {
    readonly swap?: string;
    readonly matter: string;
    readonly choice: string;
  }[];
  readonly pins?: readonly { readonly position: string; readonly pins: HandPins }[];
  /** Further entries of the job's log, in their order: a type and its body as `docs/formats` has them. */
  readonly entries?: readonly { readonly type: AnyEvent['type']; readonly body: unknown }[];
  /** Settings for `live` and `light`; absent: everything off, and every control by itself. */
  readonly controls?: readonly CaseControls[];
  /** For `light`: controls over time. `market`: the rules that it is judged by, where not those of the vehicle. */
  readonly score?: Score & { readonly market?: string };
  /** For `measure`: a flash that was tapped along with, times from a slow-motion clip. */
  readonly taps?: { readonly downMs: readonly number[]; readonly upMs?: readonly number[] };
  readonly frames?: readonly { readonly first: number; readonly last: number; readonly perSecond: number }[];
  /** For `order`: steps by themselves, whose least changeover is looked for. */
  readonly work?: CaseWork;
  /** For `crew`: steps by themselves, shared by two. */
  readonly crew?: readonly CaseCrewStep[];
  /** For `times`: what steps took here, by the sheet's minutes; `fasteners`: what broke here. */
  readonly times?: CaseTimes;
  /** For `beam`: light that was read. */
  readonly beam?: CaseBeam;
  /** For `aim`: a lamp before the wall. */
  readonly wall?: CaseAim;
  readonly seen?: readonly CaseSeen[];
  /** For `live`, `light` and `checks`: what is wrong in the wiring. */
  readonly faults?: readonly CaseWrong[];
  /** For `network`: a network by itself. */
  readonly network?: CaseNetwork;
  /** For `formulas`: sums of the calculators. */
  readonly formulas?: readonly CaseFormula[];
  readonly figures?: Partial<Figures>;
  readonly rates?: Rates;
}
