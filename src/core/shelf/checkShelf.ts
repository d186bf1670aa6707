import { predicatesOf, predicateTest, type Predicate, type Rule } from '../rule';
import { compareText, reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { factRegistry, type FactKey, type FactRegistry, type FactValue, positionKey } from '../vehicle';
import { sheetFaults } from '../strip/checkSheet';
import { harnessFaults } from './checkHarness';
import type { ShelfFault } from './fault';
import { nearestName } from '../kernel/nearestName';
import { type Shelf, SHELF_KINDS, SHELF_LISTS } from './types';

/** Faults that are looked for at the most: who has more of them reads no further, and near names are costly to find. */
const MOST_FAULTS = 1000;

/**
 * Checks everything that a schema cannot: ids once only, references that lead somewhere, predicates whose values
 * suit the fact, sides that agree. An empty list means that the shelf can be trusted inside.
 * @param shelf well-formed by schema, and complete: a partial file is merged over the shop's shelf first
 */
export function checkShelf(shelf: Shelf): readonly ShelfFault[] {
  const faults: ShelfFault[] = [];
  const fault = <C extends ReasonCode>(path: string, code: C, ...facts: GivenFacts<C>) =>
    faults.length < MOST_FAULTS && faults.push({ path, reason: reason(code, ...facts) });
  for (const kind of SHELF_KINDS) {
    const seen = new Set<string>();
    shelf[SHELF_LISTS[kind]].forEach((row, i) => {
      if (seen.has(row.id)) fault(`/${SHELF_LISTS[kind]}/${i}/id`, 'id-twice', { id: row.id });
      seen.add(row.id);
    });
  }
  const registry = factRegistry(shelf.factKeys);
  const ids = (rows: readonly { id: string }[]) => new Set(rows.map((r) => r.id));
  const [families, lamps, parts] = [ids(shelf.families), ids(shelf.lamps), ids(shelf.parts)];
  const refer = (path: string, known: ReadonlySet<string>, id: string, kind: string) => {
    if (known.has(id) || faults.length >= MOST_FAULTS) return;
    const near = nearestName(id, [...known]);
    if (near) fault(path, 'no-such-row-near', { kind, id, near });
    else fault(path, 'no-such-row', { kind, id });
  };
  const lampById = new Map(shelf.lamps.map((l) => [l.id, l]));
  const checkRule = (path: string, rule: Rule, vehicleOnly = false) => {
    if (faults.length >= MOST_FAULTS) return;
    faults.push(...ruleFaults(path, rule, registry, vehicleOnly));
    for (const p of predicatesOf(rule))
      p.mends?.forEach((m) => m.parts.forEach((need) => refer(`${path}`, parts, need.part, 'part')));
  };

  shelf.families.forEach((family, i) => {
    const at = `/families/${i}`;
    family.plugs?.forEach((plug, j) => plug.when && checkRule(`${at}/plugs/${j}/when`, plug.when));
    const seen = new Set<string>();
    family.places.forEach((place, j) => {
      const key = positionKey(place.position);
      if (seen.has(key)) fault(`${at}/places/${j}/position`, 'position-twice', { position: key });
      seen.add(key);
      place.functions.forEach((f, k) => f.when && checkRule(`${at}/places/${j}/functions/${k}/when`, f.when));
    });
    family.priors?.forEach((p, j) => {
      const key = registry.find(p.fact);
      if (!key) return unknownFact(`${at}/priors/${j}/fact`, p.fact, registry, faults);
      p.typical.forEach((v, k) => {
        if (!suits(key, v.value))
          fault(`${at}/priors/${j}/typical/${k}/value`, 'value-unsuited', {
            fact: p.fact,
            value: String(v.value),
          });
      });
    });
    family.derives?.forEach((d, j) => {
      const here = `${at}/derives/${j}`;
      const key = registry.find(d.fact);
      if (!key) unknownFact(`${here}/fact`, d.fact, registry, faults);
      else if (!suits(key, d.value))
        fault(`${here}/value`, 'value-unsuited', { fact: d.fact, value: String(d.value) });
      checkRule(`${here}/when`, d.when, true);
      if (!isConjunction(d.when)) fault(`${here}/when`, 'derived-needs-tests', { fact: d.fact });
      for (const p of predicatesOf(d.when))
        if (family.derives?.some((x) => x.fact === predicateTest(p).fact))
          fault(`${here}/when`, 'derived-from-derived', { fact: d.fact, from: predicateTest(p).fact });
      d.at?.forEach((place, k) => {
        if (!seen.has(place)) fault(`${here}/at/${k}`, 'no-such-row', { kind: 'position', id: place });
      });
    });
    family.assumes.forEach((a, j) => {
      const key = registry.find(a.fact);
      if (!key) unknownFact(`${at}/assumes/${j}/fact`, a.fact, registry, faults);
      else if (!suits(key, a.value))
        fault(`${at}/assumes/${j}/value`, 'value-unsuited', { fact: a.fact, value: String(a.value) });
    });
  });
  shelf.applications.forEach((app, i) => {
    const at = `/applications/${i}`;
    app.families.forEach((id, j) => refer(`${at}/families/${j}`, families, id, 'family'));
    for (const [place, id] of Object.entries(app.lamps)) {
      const [side] = place.split('.');
      refer(`${at}/lamps/${place}`, lamps, id, 'lamp');
      const lamp = lampById.get(id);
      if (lamp && lamp.side !== 'either' && lamp.side !== side)
        fault(`${at}/lamps/${place}`, 'lamp-of-other-side', { lamp: id, side: lamp.side });
    }
    checkRule(`${at}/rule`, app.rule);
    for (const id of twice(predicatesOf(app.rule).map((p) => p.id)))
      fault(`${at}/rule`, 'predicate-twice', { predicate: id });
    app.always?.forEach((n, j) => refer(`${at}/always/${j}/part`, parts, n.part, 'part'));
    app.disputes?.forEach((d, j) => {
      d.statements.forEach((x, k) => checkRule(`${at}/disputes/${j}/statements/${k}/says`, x.says));
      checkRule(`${at}/disputes/${j}/settle`, d.settle);
      if (['all', 'any', 'not'].includes(d.settle.op))
        fault(`${at}/disputes/${j}/settle/op`, 'settle-one-fact', { dispute: d.id });
    });
    app.supplies.forEach((s, j) =>
      s.parts.forEach((n, k) => refer(`${at}/supplies/${j}/parts/${k}/part`, parts, n.part, 'part')),
    );
  });
  shelf.profiles.forEach((profile, i) =>
    profile.requirements.forEach(
      (r, j) => r.when && checkRule(`/profiles/${i}/requirements/${j}/when`, r.when, true),
    ),
  );
  shelf.stepSheets.forEach((sheet, i) => {
    sheet.families.forEach((id, j) => refer(`/stepSheets/${i}/families/${j}`, families, id, 'family'));
    if (sheet.when) checkRule(`/stepSheets/${i}/when`, sheet.when);
    faults.push(...sheetFaults(sheet).map((f) => ({ path: `/stepSheets/${i}${f.path}`, reason: f.reason })));
  });
  faults.push(...harnessFaults(shelf));
  return faults.sort((a, b) => compareText(a.path, b.path) || compareText(a.reason.code, b.reason.code));
}

/** Names that stand more than once, each once. */
const twice = (ids: readonly string[]): readonly string[] => [
  ...new Set(ids.filter((id, i) => ids.indexOf(id) !== i)),
];

/** Tests that all have to hold: no alternatives, nothing turned round, nothing mended. */
const isConjunction = (rule: Rule): boolean =>
  rule.op === 'all' ? rule.of.every(isConjunction) : rule.op !== 'any' && rule.op !== 'not' && !rule.mends;

function ruleFaults(path: string, rule: Rule, registry: FactRegistry, vehicleOnly: boolean): ShelfFault[] {
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

function unknownFact(path: string, fact: string, registry: FactRegistry, faults: ShelfFault[]): void {
  const near = nearestName(
    fact,
    registry.list.map((k) => k.id),
  );
  faults.push({
    path,
    reason: near ? reason('no-such-fact-near', { fact, near }) : reason('no-such-fact', { fact }),
  });
}

/** Whether a value is in the domain of a fact key. */
export function suits(key: FactKey, value: FactValue): boolean {
  switch (key.type.kind) {
    case 'yes-no':
      return typeof value === 'boolean';
    case 'choice':
      if (key.type.named) return typeof value === 'string' && key.type.named.includes(value);
      return (
        typeof value === 'string' &&
        value !== '' &&
        (key.type.open === true || key.type.values.includes(value))
      );
    case 'number':
      return (
        typeof value === 'number' &&
        Number.isFinite(value) &&
        value >= (key.type.min ?? -Infinity) &&
        value <= (key.type.max ?? Infinity) &&
        (!key.type.whole || Number.isInteger(value))
      );
  }
}
