import { lampAt } from '../../fitment';
import { certainty } from '../../fitment/functionRows';
import { fitCondition } from '../../fitment/judge';
import { boundRequirements, type SwapPlan } from '../../fitment/profile';
import { predicatesOf, predicateTest, type Rule } from '../../rule';
import { bindRule } from '../../rule/condition';
import { evaluate, prepare, type Prepared } from '../../rule/evaluate';
import { type FactRegistry, positionKey } from '../../vehicle';
import type { Application, Family, Lamp, Shelf } from '../types';
import { demanded } from './demanded';
import { application, type LintFinding } from './lintFinding';

/** The lists of a shelf that are looked through. */
export type LintSource = Pick<
  Shelf,
  'factKeys' | 'profiles' | 'parts' | 'connectors' | 'lamps' | 'families' | 'applications'
>;

/** A lamp for one side only, where the vehicle line has both. */
export function aloneSide(app: Application, families: ReadonlyMap<string, Family>): readonly LintFinding[] {
  const { left, right } = app.lamps;
  if (!left === !right) return [];
  const missing = left ? 'right' : 'left';
  const has = app.families.some((id) =>
    families
      .get(id)
      ?.places.some(
        (p) => p.position.role === app.role && p.position.end === app.end && p.position.side === missing,
      ),
  );
  return has
    ? [{ code: 'side-alone', severity: 'note', rows: [application(app)], facts: { side: missing } }]
    : [];
}

/** Parts that a rule or a supply names and that the shelf does not have. */
export function missingMends(app: Application, parts: ReadonlySet<string>): readonly LintFinding[] {
  const named = [
    ...predicatesOf(app.rule).flatMap((p) => (p.mends ?? []).flatMap((m) => m.parts)),
    ...app.supplies.flatMap((s) => s.parts),
  ];
  return [...new Set(named.map((n) => n.part))]
    .filter((id) => !parts.has(id))
    .map((part) => ({
      code: 'mend-missing',
      severity: 'fault' as const,
      rows: [application(app)],
      facts: { part },
    }));
}

/** What was found out for rows that are alike, so that it is found out once: a catalogue repeats itself. */
export interface Found {
  /** By rule and places. */
  readonly rules: Map<string, 'never-true' | 'not-checked' | 'good' | 'not-judged'>;
  /** By places, lamps and parts that make up for functions. */
  readonly lacks: Map<string, readonly { readonly does: string; readonly profile: string }[]>;
  /** Text of each family's places, and of each lamp's functions. */
  readonly texts: Map<object, string>;
}

const textOf = (found: Found, row: object, of: () => unknown): string => {
  const before = found.texts.get(row);
  if (before !== undefined) return before;
  const text = JSON.stringify(of());
  found.texts.set(row, text);
  return text;
};

/** What is wrong with a rule in any of the vehicle lines that it is for, each said once. */
export function ruleFindings(
  app: Application,
  families: ReadonlyMap<string, Family>,
  lamps: ReadonlyMap<string, Lamp>,
  shelf: LintSource,
  registry: FactRegistry,
  found: Found,
): readonly LintFinding[] {
  const list = app.families.flatMap((id) => {
    const family = families.get(id);
    return family ? findingsIn(family, app, lamps, shelf, registry, found) : [];
  });
  return app.families.length < 2
    ? list
    : [...new Map(list.map((f) => [JSON.stringify([f.code, f.facts]), f])).values()];
}

/** A rule that no vehicle can meet; a required function that neither lamp nor part provides. */
function findingsIn(
  family: Family,
  app: Application,
  lamps: ReadonlyMap<string, Lamp>,
  shelf: LintSource,
  registry: FactRegistry,
  found: Found,
): readonly LintFinding[] {
  const places = family.places.flatMap((place) => {
    const lamp = lamps.get(lampAt(app, place.position) ?? '');
    const here = place.position.role === app.role && place.position.end === app.end;
    return here && lamp ? [{ place, lamp }] : [];
  });
  if (places.length === 0) return [];
  const keys = places.map((p) => positionKey(p.place.position));
  const rows = [application(app)];
  const ruleKey = `${keys.join()}|${JSON.stringify(app.rule)}`;
  let rule = found.rules.get(ruleKey);
  if (rule === undefined) found.rules.set(ruleKey, (rule = ruleState(app.rule, keys, registry)));
  if (rule === 'not-judged') return [];
  if (rule === 'not-checked') return [{ code: 'not-checked', severity: 'note', rows, facts: {} }];
  if (rule === 'never-true') return [{ code: 'never-true', severity: 'fault', rows, facts: {} }];
  const plan: SwapPlan = { family, application: app, places };
  const list: LintFinding[] = [];
  // Only a rule that speaks of the voltage can exclude what the lamp bears.
  const voltage = demanded(app.rule).some((p) => predicateTest(p).fact === 'system-voltage');
  if (voltage && evaluate(prepare(fitCondition(plan, [], { registry }), registry), new Map()).hi === 0)
    list.push({ code: 'voltage-never', severity: 'fault', rows, facts: {} });
  const lackKey = [
    textOf(found, family, () => family.places.map((p) => [p.position, p.functions])),
    ...places.map((p) => `${positionKey(p.place.position)}${textOf(found, p.lamp, () => p.lamp.functions)}`),
    JSON.stringify(app.supplies),
  ].join('|');
  let lacks = found.lacks.get(lackKey);
  if (lacks === undefined) found.lacks.set(lackKey, (lacks = lackedFunctions(plan, shelf, registry)));
  for (const facts of lacks)
    list.push({ code: 'required-not-provided', severity: 'note', rows, facts: { ...facts } });
  return list;
}

function ruleState(rule: Rule, keys: readonly string[], registry: FactRegistry) {
  const own = safely(() => prepare(bindRule(rule, keys, registry), registry));
  if (!own) return 'not-judged';
  const verdict = evaluate(own, new Map());
  return !verdict.exact ? 'not-checked' : verdict.hi === 0 ? 'never-true' : 'good';
}

function lackedFunctions(plan: SwapPlan, shelf: LintSource, registry: FactRegistry) {
  const found = boundRequirements(plan, shelf.profiles, registry).flatMap((r) => {
    const known = new Map([['market@vehicle', r.profile.id]]);
    const lost =
      certainty(r.before, known, registry) !== 'no' && certainty(r.after, known, registry) === 'no';
    return lost ? [{ does: r.requirement.does as string, profile: r.profile.id }] : [];
  });
  // A reflector is asked for to the rear and to the side: it is one that is not there.
  return [...new Map(found.map((f) => [`${f.profile} ${f.does}`, f])).values()];
}

/** Facts that nobody defined are the importer's to refuse; a shelf that has them all the same is not judged. */
function safely(work: () => Prepared): Prepared | null {
  try {
    return work();
  } catch {
    return null;
  }
}
