import type { NoFacts, Prose } from '../kernel/reason';

/** `position` is added where the reason becomes an item of a lamp. */
interface OfPlug {
  readonly plug: string;
  readonly position?: string;
}
interface OfCavity extends OfPlug {
  readonly cavity: string;
}
interface OfInput extends OfCavity {
  /** What the input is for. */
  readonly input: string;
}
type Joined = OfInput & { readonly circuit: string };
/** How many settings of the controls, and the first of them as text. */
interface States {
  readonly states: number;
  readonly state: string;
}
type Probed = OfCavity & { readonly circuit: string };
/** Other causes that would explain the readings as well. */
interface Likely {
  readonly others: number;
}
interface OfLamp {
  readonly position?: string;
}
interface OfSlot {
  readonly slot: string;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'plug-unmated': OfPlug & { readonly connector: string };
    'latch-mirrored': OfPlug;
    'plug-reversible': OfPlug;
    'plug-turned': OfPlug;
    'plug-jointed': OfPlug;
    'ground-screwed': OfPlug;
    'plug-first': OfPlug;
    'plug-left-over': OfPlug & { readonly connector: string };
    'ground-missing': OfInput;
    'ground-on-function': Joined;
    polarity: Joined;
    'pulsed-into-steady': Joined & States;
    'wrong-function': Joined & States;
    'need-varies': Joined & States;
    'need-open': Joined;
    'mode-on-live': Joined;
    'input-on-ground': Joined;
    'ground-switched': Joined;
    'test-pulses': Joined;
    'data-circuit': Joined;
    'current-over-spare': Probed & { readonly currentA: number; readonly spareA: number };
    voltage: OfLamp & { readonly systemV: number; readonly minV: number; readonly maxV: number };

    'build-crimp': NoFacts;
    'build-blanks': NoFacts;
    'build-converter': OfCavity;
    'build-parter': OfCavity;
    'build-thin': OfCavity & { readonly size: string; readonly wanted: string };
    'alternative-unused': OfPlug & { readonly used: string };

    'feed-loses-lamps': { readonly slot: string; readonly circuits: readonly string[] };
    'feed-empty-place': NoFacts;
    'feed-over': { readonly byA: number };
    'feed-dark': States;
    'feed-extra': States;
    'feed-key-off': NoFacts;
    'feed-need-open': NoFacts;
    'feed-no-wire': NoFacts;
    'feed-spare-unknown': NoFacts;
    'feed-made-for-it': NoFacts;
    'feed-reversible': NoFacts;
    'feed-protected': OfSlot & { readonly system: string };
    'feed-live-side': OfSlot;
    'feed-shares-fuse': { readonly ratingA: number; readonly steadyA: number };
    'feed-loses': OfSlot & { readonly serves: Prose };
    'feed-own-fuse': NoFacts;
    'feed-dry': NoFacts;
    'feed-senses-running': NoFacts;
    'feed-drain': { readonly addedMa: number; readonly days: number };
    'feed-fuse-at-post': NoFacts;
    'feed-sensor-ground': NoFacts;
    'feed-short-run': NoFacts;
    'feed-cuts-strands': NoFacts;
    'feed-monitored': { readonly circuit: string };
    'feed-ground-switched': { readonly circuit: string };

    'probe-weak': Probed & { readonly volt: number };
    'probe-other': Probed & { readonly volt: number };
    'probe-several': Probed;
    'probe-dead': Probed & Likely;
    'probe-ground': Probed & Likely & { readonly end: string };
    'probe-open': Probed & Likely & { readonly end: string };
    'probe-exchanged': Probed & Likely & { readonly ends: readonly string[] };
    'probe-touching': Probed & Likely & { readonly ends: readonly string[] };
    'ring-bad-joint': OfLamp & { readonly net: string; readonly ohm: number };
    'ring-leak': OfLamp & { readonly net: string; readonly ohm: number };
    'ring-several': OfLamp;
    'ring-open': OfLamp & Likely & { readonly net: string; readonly end: string };
    'ring-short': OfLamp & Likely & { readonly nets: readonly string[] };
    'ring-exchange': OfLamp & Likely & { readonly ends: readonly string[] };
  }
}
