import { predicateTest, type Rule, predicatesOf } from '../rule';
import type { Family } from '../catalogue/types';
import { type FactRegistry, splitFactRef } from '../vehicle';

const registries = new WeakMap<FactRegistry, WeakMap<Family, FactRegistry>>();

/** A registry that also knows what follows from what in a vehicle line; the same one for the same line. */
export function withDerived(registry: FactRegistry, family: Family): FactRegistry {
  if (registry.derived || !family.derives?.length) return registry;
  const known = registries.get(registry) ?? new WeakMap<Family, FactRegistry>();
  registries.set(registry, known);
  const had = known.get(family);
  if (had) return had;
  const made: FactRegistry = {
    ...registry,
    derived: (ref) => {
      const { key, subject } = splitFactRef(ref);
      return (family.derives ?? [])
        .filter((d) => d.fact === key && (d.at === undefined || d.at.includes(subject)))
        .map((d) => ({ value: d.value, when: testsOf(d.when) }));
    },
  };
  known.set(family, made);
  return made;
}

const testsOf = (when: Rule) => predicatesOf(when).map(predicateTest);
