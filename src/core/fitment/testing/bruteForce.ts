/**
 * The fit of a case by trying every world, written apart from the code that it examines: it reads the rows themselves
 * and shares nothing with the rule language, the conditions or the judging.
 */
import type { Dispute, Mend, Predicate, Rule } from '../../rule';
import type { Requirement, Supply } from '../../catalogue/types';
import type { FactValue } from '../../vehicle';
import { DOMAINS, type FitCase } from './randomCase';

/** Everything decided: a value of each fact, and which statement of each open dispute is the true one. */
export interface World {
  readonly values: ReadonlyMap<string, FactValue>;
  readonly claims: ReadonlyMap<string, number>;
}
/** What comes of a world: 0 no, 1 with parts, 2 as it is; pieces of each part, minutes that the mends take. */
export interface Outcome {
  readonly rank: number;
  readonly pieces: ReadonlyMap<string, number>;
  readonly minutes: number;
}

interface Way {
  readonly name: string;
  /** What is counted once by this name. */
  readonly counts: string;
  readonly mend: Pick<Mend, 'parts' | 'minutes'>;
  /** null: for every side. */
  readonly side: string | null;
}
interface Reached {
  readonly rank: number;
  readonly ways: readonly Way[];
}

const isVehicle = (c: FitCase, fact: string) => c.keys.find((k) => k.id === fact)?.subject === 'vehicle';
const sideOf = (at: string) => at.split('.')[2] ?? '';

function holds(p: Predicate, value: FactValue): boolean {
  switch (p.op) {
    case 'equals':
      return value === p.value;
    case 'one-of':
      return p.values.includes(value);
    case 'range':
      return typeof value === 'number' && value >= (p.from ?? -Infinity) && value <= (p.to ?? Infinity);
    default:
      throw new Error(`no ${p.op} in a case`);
  }
}

/** The value of a fact in a world: what was looked at, else what follows for the line, else the world's own. */
function valueIn(c: FitCase, w: World, fact: string, at: string): FactValue {
  const ref = `${fact}@${isVehicle(c, fact) ? 'vehicle' : at}`;
  const looked = c.known.get(ref);
  if (looked !== undefined) return looked;
  for (const d of c.family.derives ?? [])
    if (d.fact === fact) {
      const p = d.when as Predicate;
      const year = c.known.get('model-year@vehicle') ?? w.values.get('model-year@vehicle');
      if (year !== undefined && holds(p, year)) return d.value;
    }
  return w.values.get(ref) as FactValue;
}

const minutesOf = (ways: readonly Way[]) => {
  const once = new Map<string, number>();
  for (const w of ways) {
    const set = w.mend.parts.length > 0 && w.mend.parts.every((n) => n.per === 'set');
    once.set(set ? w.counts : w.name, w.mend.minutes);
  }
  return [...once.values()].reduce((a, b) => a + b, 0);
};

function bestOf(list: readonly Reached[]): Reached {
  const rank = Math.max(0, ...list.map((x) => x.rank));
  if (rank !== 1) return { rank, ways: [] };
  const good = list.filter((x) => x.rank === 1);
  return good.reduce((a, b) => (minutesOf(b.ways) < minutesOf(a.ways) ? b : a));
}
const worstOf = (list: readonly Reached[]): Reached => {
  const rank = Math.min(2, ...list.map((x) => x.rank));
  return { rank, ways: rank === 0 ? [] : list.flatMap((x) => x.ways) };
};

function reach(c: FitCase, w: World, r: Rule, at: string): Reached {
  switch (r.op) {
    case 'all':
      return worstOf(r.of.map((x) => reach(c, w, x, at)));
    case 'any':
      return bestOf(r.of.map((x) => reach(c, w, x, at)));
    case 'not':
      return { rank: 2 - reach(c, w, r.of, at).rank, ways: [] };
    default: {
      const fact = 'fact' in r ? r.fact : '';
      if (holds(r, valueIn(c, w, fact, at))) return { rank: 2, ways: [] };
      const vehicle = isVehicle(c, fact);
      const ways = (r.mends ?? []).flatMap((mend, i): Reached[] => {
        const when = mend.when ? reach(c, w, mend.when, at) : { rank: 2, ways: [] };
        if (when.rank === 0) return [];
        const name = `${r.id}@${vehicle ? '' : at}#${i}`;
        const way = { name, counts: `${r.id}#${i}`, mend, side: vehicle ? null : sideOf(at) };
        return [{ rank: 1, ways: [way, ...when.ways] }];
      });
      return bestOf(ways);
    }
  }
}

const disputed = (c: FitCase, w: World, d: Dispute, at: string): Reached => {
  const p = d.settle;
  const fact = 'fact' in p ? p.fact : '';
  const vehicle = isVehicle(c, fact);
  if (c.known.has(`${fact}@${vehicle ? 'vehicle' : at}`)) return reach(c, w, p, at);
  const says = d.statements[w.claims.get(claimKey(c, d, at)) ?? 0]?.says;
  return says ? reach(c, w, says, at) : { rank: 0, ways: [] };
};
const claimKey = (c: FitCase, d: Dispute, at: string) => {
  const fact = 'fact' in d.settle ? d.settle.fact : '';
  return `${d.id}@${isVehicle(c, fact) ? '' : at}`;
};

/** Whether the vehicle does what a requirement wants. 2 as it is, 1 by what the row supplies, 0 not. */
function done(c: FitCase, w: World, r: Requirement, after: boolean): Reached {
  const sides = r.sides === 'both' ? ['left', 'right'] : [null];
  return worstOf(
    sides.map((side) => {
      const has = c.family.places.some((place) => {
        if (side !== null && place.position.side !== side) return false;
        const at = `tail.rear.${place.position.side}`;
        if (after && c.positions.includes(at))
          return c.lamps.some(
            (l) => l.id === `lamp-${place.position.side}` && l.functions.some((f) => f.does === r.does),
          );
        return place.functions.some(
          (f) => f.does === r.does && (!f.when || reach(c, w, f.when, at).rank === 2),
        );
      });
      if (has) return { rank: 2, ways: [] };
      const supplies: readonly Supply[] = after
        ? c.application.supplies.filter((s) => s.does === r.does)
        : [];
      return bestOf(
        supplies.map((s) => ({
          rank: 1,
          ways: [{ name: `supply ${s.does} ${side ?? ''}`, counts: `supply ${s.does}`, mend: s, side }],
        })),
      );
    }),
  );
}

/** What comes of a case in one world. */
export function outcomeIn(c: FitCase, w: World): Outcome {
  const voltage = valueIn(c, w, 'system-voltage', '');
  const market = valueIn(c, w, 'market', '');
  const parts = [
    ...c.positions.map((at) => reach(c, w, c.application.rule, at)),
    ...(c.application.disputes ?? []).flatMap((d) => c.positions.map((at) => disputed(c, w, d, at))),
    ...c.lamps
      .map((l) => ({ rank: voltage === '24' && l.workingMaxV < 30 ? 0 : 2, ways: [] }))
      .slice(0, c.positions.length),
    ...c.profiles
      .filter((p) => p.id === market)
      .flatMap((p) => p.requirements)
      .filter((r) => touched(c, r))
      .filter((r) => !r.when || reach(c, w, r.when, '').rank === 2)
      .filter((r) => done(c, w, r, false).rank > 0)
      .map((r) => done(c, w, r, true)),
  ];
  const { rank, ways } = worstOf(parts);
  const once = new Map<string, { part: string; quantity: number }>();
  for (const way of ways)
    for (const n of way.mend.parts)
      if (n.per === 'set') once.set(`${way.counts} ${n.part}`, n);
      else
        for (const side of way.side === null ? [...new Set(c.positions.map(sideOf))] : [way.side])
          once.set(`${way.counts} ${n.part} ${side}`, n);
  const pieces = new Map<string, number>();
  for (const { part, quantity } of once.values()) pieces.set(part, (pieces.get(part) ?? 0) + quantity);
  return { rank, pieces, minutes: minutesOf(ways) };
}

/** Only what the swap touches is judged: the function is in an old or a new lamp of the swapped places. */
const touched = (c: FitCase, r: Requirement) =>
  c.positions.some((at) => {
    const side = sideOf(at);
    const place = c.family.places.find((p) => p.position.side === side);
    const lamp = c.lamps.find((l) => l.id === `lamp-${side}`);
    return [...(place?.functions ?? []), ...(lamp?.functions ?? [])].some((f) => f.does === r.does);
  });

/** Every fact that a case can read: those of the vehicle, and those of each swapped place. */
export const factsOf = (c: FitCase): readonly string[] =>
  c.keys.flatMap((k) =>
    k.subject === 'vehicle' ? [`${k.id}@vehicle`] : c.positions.map((at) => `${k.id}@${at}`),
  );

const named = (rule: Rule): readonly string[] => {
  if (rule.op === 'all' || rule.op === 'any') return rule.of.flatMap(named);
  if (rule.op === 'not') return named(rule.of);
  return [
    'fact' in rule ? rule.fact : '',
    ...(rule.mends ?? []).flatMap((m) => (m.when ? named(m.when) : [])),
  ];
};

/** The facts whose value can make a difference at all, so that not every world of every fact has to be tried. */
function readBy(c: FitCase): ReadonlySet<string> {
  const rules = [
    c.application.rule,
    ...(c.application.disputes ?? []).flatMap((d) => [d.settle as Rule, ...d.statements.map((s) => s.says)]),
    ...c.family.places.flatMap((p) => p.functions.flatMap((f) => f.when ?? [])),
    ...c.profiles.flatMap((p) => p.requirements.flatMap((r) => r.when ?? [])),
    ...(c.family.derives ?? []).map((d) => d.when),
  ];
  return new Set(['market', 'system-voltage', ...rules.flatMap(named)]);
}

/** Every world that agrees with what is known; null where there are more than can be tried. */
export function worldsOf(c: FitCase, most: number): readonly World[] | null {
  const read = readBy(c);
  const open = factsOf(c).filter((f) => !c.known.has(f) && read.has(f.split('@')[0] ?? ''));
  const claims = (c.application.disputes ?? []).flatMap((d) =>
    [...new Set(c.positions.map((at) => claimKey(c, d, at)))].map((key) => ({ key, n: d.statements.length })),
  );
  const size =
    open.reduce((n, f) => n * (DOMAINS[f.split('@')[0] ?? '']?.length ?? 1), 1) *
    claims.reduce((n, x) => n * x.n, 1);
  if (size > most) return null;
  let list: World[] = [{ values: new Map(), claims: new Map() }];
  for (const ref of open)
    list = list.flatMap((w) =>
      (DOMAINS[ref.split('@')[0] ?? ''] ?? []).map((v) => ({ ...w, values: new Map(w.values).set(ref, v) })),
    );
  for (const { key, n } of claims)
    list = list.flatMap((w) =>
      Array.from({ length: n }, (_, i) => ({ ...w, claims: new Map(w.claims).set(key, i) })),
    );
  return list;
}
