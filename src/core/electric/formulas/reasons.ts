import type { NoFacts } from '../../kernel/reason';
import type { Cure } from './lowLoad';

type Speaks = Record<`cure-for-${Cure}` | `cure-against-${Cure}`, NoFacts>;

declare module '../../kernel/reason' {
  interface ReasonFacts extends Speaks {
    'cure-hides-failure': NoFacts;
    'cure-hot': { readonly heatW: number };
  }
}
