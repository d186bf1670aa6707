import type { Duty, LampFunction } from '../vehicle';

type OfFunction = Record<
  | 'seen-dark'
  | 'seen-glow'
  | 'seen-faint'
  | 'seen-steady'
  | 'seen-lit'
  | 'seen-pulsing'
  | 'seen-fast'
  | 'seen-wrong-colour'
  | 'seen-wrong-order'
  | 'seen-not-working'
  | 'seen-full'
  | 'seen-slow'
  | 'seen-both-colours'
  | 'seen-not-returning'
  | 'seen-out-of-step'
  | 'seen-reversed'
  | 'seen-message'
  | 'seen-not-moving'
  | 'seen-moves-fast'
  | 'seen-moves-slow'
  | 'seen-as-expected',
  { readonly does: LampFunction | Duty }
>;

declare module '../kernel/reason' {
  interface ReasonFacts extends OfFunction {
    'seen-sockets': {
      readonly does: LampFunction | Duty;
      readonly count: number;
      readonly exchanges: readonly string[];
    };
  }
}
