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
  | 'seen-as-expected',
  { readonly does: LampFunction | Duty }
>;

declare module '../kernel/reason' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- one line a code would say no more
  interface ReasonFacts extends OfFunction {}
}
