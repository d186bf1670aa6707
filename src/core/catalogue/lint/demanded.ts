import type { Predicate, Rule } from '../../rule';

/** Predicates that a rule wants in any case: those not under an `any` or a `not`. */
export function demanded(rule: Rule): readonly Predicate[] {
  if (rule.op === 'all') return rule.of.flatMap(demanded);
  return rule.op === 'any' || rule.op === 'not' ? [] : [rule];
}
