import { everyPlug } from '../../harness/everyPlug';
import { type Rule, predicatesOf, predicateTest } from '../../rule';
import type { Application, Family, Profile } from '../../catalogue/types';
import type { StepSheet } from '../../work';
import { type FactRegistry, type Position, positionKey } from '../../vehicle';

/** Facts that every job asks, whatever the line. */
const ALWAYS = ['model-year', 'market', 'system-voltage'] as const;

/** A fact as it may be asked: of the vehicle, or of positions of a role and end. `headlamp.front/plug`. */
export const askedAt = (at: 'vehicle' | Pick<Position, 'role' | 'end'>, fact: string): string =>
  at === 'vehicle' ? `vehicle/${fact}` : `${at.role}.${at.end}/${fact}`;

/** Rows of the shelf that can ask something of a vehicle line. */
export interface AskingRows {
  readonly family: Family;
  readonly applications: readonly Application[];
  readonly sheets: readonly StepSheet[];
  readonly profiles: readonly Profile[];
}

/**
 * Facts that can matter to a line: those that one of its applications, sheets, plugs, fuse boxes, leads or factory
 * functions, or a rule set, has a condition on. A trailer is not asked for its fog switch.
 */
export function askedFacts(rows: AskingRows, registry: FactRegistry): ReadonlySet<string> {
  const { family, applications, sheets, profiles } = rows;
  const asked = new Set<string>(ALWAYS.map((f) => askedAt('vehicle', f)));
  const places = family.places.map((p) => p.position);
  const add = (rule: Rule | undefined, at: Pick<Position, 'role' | 'end'> | null) => {
    for (const p of rule ? predicatesOf(rule) : []) {
      const { fact } = predicateTest(p);
      const subject = registry.find(fact)?.subject;
      if (subject === 'vehicle') asked.add(askedAt('vehicle', fact));
      else if (at) asked.add(askedAt(at, fact));
      else for (const place of places) asked.add(askedAt(place, fact));
    }
  };
  for (const a of applications) {
    add(a.rule, a);
    for (const d of a.disputes ?? []) {
      add(d.settle, a);
      for (const s of d.statements) add(s.says, a);
    }
  }
  for (const s of sheets) add(s.when, s);
  for (const p of everyPlug(family)) add(p.when, p.position);
  for (const place of family.places) for (const f of place.functions) add(f.when, place.position);
  for (const box of family.fuseBoxes ?? []) add(box.when, null);
  for (const lead of family.leads ?? []) add(lead.when, null);
  for (const profile of profiles) for (const r of profile.requirements) add(r.when, null);
  // A plug of the line is looked at even where it has only one: another may be there.
  for (const place of places)
    if (everyPlug(family).some((p) => positionKey(p.position) === positionKey(place)))
      asked.add(askedAt(place, 'plug'));
  return asked;
}
