import { factRegistry, type FactKey } from '../vehicle';
import type { Condition, Leaf } from '../rule/condition';
import { planLooks } from './lookPlan';
import type { LookPlanInput } from './quest';

/** For tests: a yes-or-no fact that a minute's look tells. */
export const key = (id: string, more: Partial<FactKey> = {}): FactKey => ({
  id,
  subject: 'vehicle',
  type: { kind: 'yes-no' },
  sources: ['seen'],
  look: { id, minutes: 1 },
  ...more,
});
/** For tests: a condition on one fact. */
export const leaf = (fact: string, value: boolean | string = true, mends: Leaf['mends'] = []): Leaf => ({
  kind: 'leaf',
  id: `${fact}=${value}`,
  ref: `${fact}@vehicle`,
  accepts: { kind: 'values', values: [value] },
  mends,
  origin: { kind: 'lamp', code: '', facts: {} },
  position: null,
  side: null,
});
/** For tests: every one. */
export const all = (...of: Condition[]): Condition => ({ kind: 'all', of });
/** For tests: one of them. */
export const any = (...of: Condition[]): Condition => ({ kind: 'any', of });

/** For tests: a plan of looks for conditions over some facts. */
export function plan(
  keys: readonly FactKey[],
  conditions: readonly Condition[],
  more: Partial<LookPlanInput> = {},
  wishes: readonly number[] = [],
) {
  return planLooks({
    targets: conditions.map((condition, i) => ({ id: `l${i}`, condition, wishesMet: wishes[i] ?? 0 })),
    known: new Map(),
    registry: factRegistry(keys),
    aim: 'settle-all',
    ...more,
  });
}
