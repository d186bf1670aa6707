import type { NoFacts } from '../kernel/reason';

interface Typed {
  readonly typed: string;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'length-empty': NoFacts;
    'length-unreadable': Typed;
    'length-negative': Typed;
    'length-unit': { readonly unit: string };
    'length-decimal': Typed & { readonly decimal: string };
    'current-empty': NoFacts;
    'current-unreadable': Typed;
    'current-negative': Typed;
    'meter-empty': NoFacts;
    'meter-unreadable': Typed;
    'meter-negative': Typed;
  }
}
