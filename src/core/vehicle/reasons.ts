import type { NoFacts } from '../kernel/reason';

declare module '../kernel/reason' {
  interface ReasonFacts {
    'vin-length': { readonly length: number };
    'vin-characters': { readonly characters: readonly string[] };
    'whole-number': NoFacts;
  }
}
