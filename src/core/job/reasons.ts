import type { Cure, WireSize } from '../electric/formulas';
import type { Verdict } from '../fitment';
import type { FeedSchool } from '../harness';
import type { NoFacts, Prose } from '../kernel/reason';
import type { Duty, LampFunction, PositionKey } from '../vehicle';
import type { HeldBehind } from './events';
import type { JointKind } from './readings/handJoints';

interface At {
  readonly position: PositionKey;
}
interface AtAll {
  readonly positions: readonly PositionKey[];
}
interface Counted {
  readonly count: number;
}
/** A step of the plan; of one that no sheet has any more there is its id only. */
interface AtStep {
  readonly step: Prose | string;
  readonly position?: PositionKey;
}
interface Unproven {
  readonly unproven: number;
  readonly all: number;
}
interface OfPart {
  readonly part: string;
}
interface OfInput extends At {
  readonly plug: string;
  readonly cavity: string;
  readonly does: string;
}
interface Changed extends AtAll {
  readonly before: Verdict;
  readonly now: Verdict;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'wants-identity': NoFacts;
    'wants-fact': { readonly fact: string };
    'wants-swap': NoFacts;
    'wants-as-found': AtAll;
    'wants-wishes': NoFacts;
    'wants-lamp': AtAll;
    'wants-choice-again': AtAll & { readonly now: Verdict };
    'proof-year-from-vin': NoFacts;
    'proof-overridden': AtAll;
    'proof-look': { readonly fact: string; readonly subject: string };
    'wire-plug-unknown': At;
    'wire-feed-undecided': { readonly does: LampFunction };
    'proof-unmapped': At;
    'proof-plug': At & Counted & { readonly plugs: readonly string[] };
    'proof-readings': At & Counted;
    'light-unwatched': AtAll;
    'release-reopened': NoFacts;
    'bench-unread': At & Counted;
    'bench-no-sequence': At;
    'bench-failing': At & { readonly does: LampFunction };
    'lead-way': {
      readonly position: PositionKey;
      readonly over: readonly Prose[];
      readonly metres: number;
      readonly ties: number;
      readonly pulls: number;
      readonly danger: boolean;
    };
    'strip-steps-left': Counted & { readonly way: 'out' | 'back' };
    'strip-plan-fault': { readonly steps: readonly string[] };
    'strip-sheet-unknown': AtAll;
    'strip-no-sheet': AtAll;
    'proof-no-sheet': NoFacts;
    'proof-count-out': Counted;
    'proof-count-in': { readonly holes: number; readonly left: number };
    'prove-unseen': Counted & { readonly all: number };
    'prove-nothing': NoFacts;
    'prove-mismatch': Counted;
    'release-not-locked': NoFacts;
    'already-locked': NoFacts;

    'item-words': { readonly words: string };
    'item-vin-check-digit': { readonly vin: string };
    'item-vin-year': { readonly vin: string };
    'item-contradiction': {
      readonly fact: string;
      readonly subject: string;
      readonly said: readonly string[];
    };
    'item-rival-as-found': At;
    'item-rival-wishes': NoFacts;
    'item-rival-choice': AtAll;
    'item-rival-tick': { readonly step: Prose };
    'item-late-entries': Counted;
    'item-baseline-light': AtAll;
    'item-aim': AtAll;
    'item-override': { readonly verdict: Verdict; readonly words: string };
    'item-parts-changed': Changed;
    'item-verdict-changed': Changed;
    'item-choice-revised': { readonly rows: readonly string[] };
    'item-wire-unmapped': AtAll;
    /** `cavities` 0: nobody has counted them. */
    'item-plug-not-on-shelf': At & { readonly cavities: number };
    'need-piece': { readonly need: string; readonly quantity: number };
    'need-wire': { readonly size: WireSize; readonly metres: number };
    'need-fuse': { readonly fuseA: number; readonly quantity: number };
    'work-lead': At & { readonly wires: number };
    /** `fuseA` 0 and wire `none`: not worked out. */
    'work-feed': {
      readonly does: LampFunction;
      /** The slot, where it is taken at a fuse; `none`: elsewhere. */
      readonly place: string;
      readonly school: FeedSchool;
      readonly fuseA: number;
      readonly wire: string;
    };
    'work-cure': { readonly circuits: readonly string[]; readonly cure: Cure };
    'joint-terminal': At & { readonly end: 'in' | 'out'; readonly plug: string; readonly cavity: string };
    'joint-splice': At & { readonly cavity: string; readonly ends: readonly string[] };
    'joint-butt': OfInput;
    'joint-screwed': OfInput;
    'joint-feed': At & { readonly does: LampFunction };
    'joint-parts': { readonly does: LampFunction };
    'joint-ring': { readonly does: LampFunction; readonly post: 'plus' | 'minus' };
    'item-joints': AtAll & Counted;
    /** `position` absent: it lies between the lamps. `pullN` 0: it came off by hand. */
    'item-joint-failed': Partial<At> & {
      readonly kind: JointKind;
      /** `none`: it is of a feed. */
      readonly cavity: string;
      readonly came: 'off' | 'short';
      readonly pullN: number;
      readonly leastN: number;
    };
    'item-drops': AtAll & Counted;
    'item-drop-over': At & {
      readonly does: string;
      readonly loopV: number;
      readonly limitV: number;
      readonly side: 'supply' | 'ground';
    };
    'item-bench-proof': AtAll & Unproven;
    'item-adapter-not-chosen': AtAll & OfPart;
    'item-light-timed': AtAll & {
      readonly about: 'sweep' | 'sides' | 'stop' | 'drl' | 'show';
      readonly source: string;
    };
    'item-light-rule': AtAll & {
      readonly does: LampFunction;
      readonly must: string;
      readonly source: string;
    };
    'item-mode-differs': AtAll & { readonly said: readonly string[] };
    'item-mode-open': AtAll;
    'item-cure': AtAll & { readonly circuit: string; readonly missingA: number };
    'item-feed-against': { readonly does: LampFunction; readonly place?: string };
    'item-feed-loses': { readonly does: LampFunction; readonly serves: Prose };
    'item-lead': At & { readonly wires: number };
    'item-no-sheet': AtAll;
    'item-fasteners': Partial<AtStep> & {
      readonly holes: number;
      readonly left: number;
      /** More put back than is accounted for. */
      readonly short: number;
      readonly groups: number;
    };
    'item-lost': AtStep & Counted & { readonly fastener: string };
    'item-step-looks': AtStep & { readonly looks: readonly string[] };
    'item-step-look-wrong': AtStep & { readonly looks: readonly string[]; readonly words: string };
    'item-breakage': { readonly fragile: string; readonly words: string; readonly open: readonly string[] };
    'item-change-consent': { readonly words: string };
    'item-change-hole': { readonly words: string };
    'item-hole': AtStep;
    'item-owed': AtStep & Counted & { readonly fastener: string };
    'item-loosened': AtStep;
    'item-isolated': AtStep;
    'item-lasting-change': AtStep;
    'item-battery-codes': AtStep;
    'item-recheck': AtStep & { readonly system: string };
    'item-recheck-fails': AtStep & { readonly system?: string; readonly words: string };
    'item-plug-wrong': At & { readonly plug: string; readonly checks: readonly string[] };
    'item-plugs-open': AtAll & Counted & { readonly opened: number };
    'item-mount-wrong': At & { readonly checks: readonly string[] };
    'item-mount-open': AtAll;
    'item-required': {
      readonly does: LampFunction | Duty;
      readonly profile: string;
      readonly source: string;
    };
    'item-mismatch': At & {
      readonly does: LampFunction | Duty;
      readonly seen: string;
      /** Id of the setting in which it was seen. */
      readonly setting: string;
    };
    'item-function-proof': AtAll & Unproven;
    /** Money in hundredths; null: the quote has no total now. */
    'item-quote-changed': { readonly agreed: number; readonly nowMinor: number | null };
    'item-part-awaited': OfPart & Counted & { readonly due: string };
    'item-part-held': OfPart & { readonly behind: HeldBehind };
    'item-part-may-go': OfPart & { readonly behind: HeldBehind };
    'item-box': At & { readonly bad: readonly string[] };
    'item-scope-added': { readonly words: string; readonly minutes: number; readonly tests: string };
    'item-lamps-added': AtAll & { readonly minutes: number };
    'item-one-side': At & { readonly other: PositionKey };
    'item-two-kinds': AtAll;
    'item-unlike-light': At & {
      readonly other: PositionKey;
      readonly lux: number;
      readonly otherLux: number;
    };
    'item-off-again': AtAll & Counted & { readonly step: Prose };
    'item-warranty': { readonly symptom: string };
  }
}
