import type { LampFunction } from '../vehicle';

/** A reading against what was to be expected. */
interface Read {
  readonly does: LampFunction;
  readonly currentA: number;
  readonly lowA: number;
  readonly highA: number;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'bench-passes': Read;
    'bench-other-function': Read;
    'bench-no-current': Read;
    'bench-no-current-polar': Read;
    'bench-current-no-light': Read;
    'bench-colour': Read & { readonly wantedColour: string; readonly seenColour: string };
    'bench-too-little': Read;
    'bench-too-much': Read;
  }
}
