import { type GivenFacts, reason, type ReasonCode } from '../../kernel/reason';
import { nearestName } from '../../kernel/nearestName';
import { type Predicate, predicatesOf, predicateTest, type Rule } from '../../rule';
import { type FactRegistry, suits } from '../../vehicle';
import type { ShelfFault } from '../fault';

/** Tests that all have to hold: no alternatives, nothing turned round, nothing mended. */
export const isConjunction = (rule: Rule): boolean =>
  rule.op === 'all' ? rule.of.every(isConjunction) : rule.op !== 'any' && rule.op !== 'not' && !rule.mends;

/** What is wrong with a rule: facts that nobody defined, values outside of their domain, a `not` over what can be mended. */
export function ruleFaults(
  path: string,
  rule: Rule,
  registry: FactRegistry,
  vehicleOnly: boolean,
): ShelfFault[] {
  if (rule.op === 'all' || rule.op === 'any')
    return rule.of.flatMap((r, i) => ruleFaults(`${path}/of/${i}`, r, registry, vehicleOnly));
  if (rule.op === 'not') {
    const mendable = predicatesOf(rule.of).filter((p) => p.mends?.length);
    const here = mendable.map((p) => ({
      path: `${path}/of`,
      reason: reason('not-over-mend', { predicate: p.id }),
    }));
    return [...here, ...ruleFaults(`${path}/of`, rule.of, registry, vehicleOnly)];
  }
  const found: ShelfFault[] = predicateFaults(path, rule, registry, vehicleOnly);
  rule.mends?.forEach((m, i) => {
    if (m.parts.length === 0 && !m.work)
      found.push({ path: `${path}/mends/${i}`, reason: reason('mend-of-nothing', { predicate: rule.id }) });
  });
  rule.mends?.forEach(
    (m, i) => m.when && found.push(...ruleFaults(`${path}/mends/${i}/when`, m.when, registry, vehicleOnly)),
  );
  return found;
}

function predicateFaults(
  path: string,
  p: Predicate,
  registry: FactRegistry,
  vehicleOnly: boolean,
): ShelfFault[] {
  const found: ShelfFault[] = [];
  const { fact, accepts } = predicateTest(p);
  const key = registry.find(fact);
  if (!key) {
    unknownFact(`${path}/fact`, fact, registry, found);
    return found;
  }
  const fault = <C extends ReasonCode>(code: C, ...facts: GivenFacts<C>) =>
    found.push({ path, reason: reason(code, ...facts) });
  if (vehicleOnly && key.subject !== 'vehicle') fault('vehicle-facts-only', { fact });
  if ((p.op === 'at-least' || p.op === 'at-most') && key.type.kind === 'number' && key.type.unit !== p.unit)
    fault('unit-unsuited', { fact, unit: p.unit, wanted: key.type.unit });
  if (accepts.kind === 'range') {
    if (key.type.kind !== 'number') fault('range-on-no-number', { fact });
    if (accepts.from > accepts.to) fault('range-backwards', { from: accepts.from, to: accepts.to });
  } else {
    for (const value of accepts.values)
      if (!suits(key, value)) fault('value-unsuited', { fact, value: String(value) });
  }
  return found;
}

/** A fact that nobody defined, with the nearest name that somebody did. */
export function unknownFact(path: string, fact: string, registry: FactRegistry, faults: ShelfFault[]): void {
  const near = nearestName(
    fact,
    registry.list.map((k) => k.id),
  );
  faults.push({
    path,
    reason: near ? reason('no-such-fact-near', { fact, near }) : reason('no-such-fact', { fact }),
  });
}
