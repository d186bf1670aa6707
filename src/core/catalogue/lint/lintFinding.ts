import { type Reason, reason } from '../../kernel/reason';
import type { Application, ShelfKind } from '../types';
import type { LintFacts } from './reasons';

/** Something in the catalogue that a person should look at. Faults mislead; notes may be meant. */
export type LintFinding = {
  readonly [C in keyof LintFacts]: {
    readonly code: C;
    readonly severity: 'fault' | 'note';
    readonly rows: readonly { readonly kind: ShelfKind; readonly id: string }[];
    readonly facts: LintFacts[C];
  };
}[keyof LintFacts];

/** A finding as a reason, for wording. */
export const lintReason = ({ code, facts }: LintFinding): Reason =>
  // Code and facts belong together by their type; the compiler cannot follow a code that is put together.
  reason(`lint-${code}`, facts as never);

/** A row that a finding names. */
export const application = (a: Application) => ({ kind: 'application' as const, id: a.id });
