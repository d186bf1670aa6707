import type { Reason } from '../kernel/reason';
import type { ShelfKind } from '../shelf/types';

/** Something in the catalogue that a person should look at. Faults mislead; notes may be meant. */
export interface LintFinding {
  readonly code: string;
  readonly severity: 'fault' | 'note';
  readonly rows: readonly { readonly kind: ShelfKind; readonly id: string }[];
  readonly facts: Reason['facts'];
}
