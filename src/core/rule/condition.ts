import {
  type Accepts,
  factRef,
  type FactRef,
  type FactRegistry,
  type PositionKey,
  sideOfKey,
} from '../vehicle';
import { type Mend, type Predicate, predicateTest, type Rule } from './language';

/** What stands behind a leaf, for explanations. */
export type LeafOrigin =
  | { readonly kind: 'predicate'; readonly predicate: Predicate }
  /** What the program adds: `lamp` from the lamp's own record, `profile` from a market's rule set. */
  | {
      readonly kind: 'lamp' | 'profile';
      readonly code: string;
      readonly facts: Readonly<Record<string, string>>;
    };

/** Parts that make a condition good, together. */
export interface MendOption {
  readonly mend: Mend;
  readonly when: Condition | null;
  /** What is asked for twice by this name counts once. */
  readonly counts: string;
}

/** A condition on one fact. */
export interface Leaf {
  readonly kind: 'leaf';
  readonly id: string;
  readonly ref: FactRef;
  readonly accepts: Accepts;
  readonly mends: readonly MendOption[];
  readonly origin: LeafOrigin;
  readonly position: PositionKey | null;
  /** The side of its position; null: it is of the vehicle, and what mends it counts for every side. */
  readonly side: string | null;
}

/** A leaf whose truth hangs on no fact: a required function that the lamp does not have, say. */
export interface Constant {
  readonly kind: 'constant';
  readonly id: string;
  readonly value: 'no' | 'yes' | 'unknown';
  readonly mends: readonly MendOption[];
  readonly origin: LeafOrigin;
  readonly position: PositionKey | null;
  readonly side: string | null;
}

/**
 * Claims about what a look would find. Where it was taken it alone counts; where not, each claim may be the true one,
 * and a world says which.
 */
export interface Claims {
  readonly kind: 'claims';
  readonly id: string;
  readonly look: Leaf;
  readonly says: readonly Condition[];
}

/** A rule bound to the facts of one vehicle and the positions of one swap. */
export type Condition =
  | { readonly kind: 'all' | 'any'; readonly of: readonly Condition[] }
  | { readonly kind: 'not'; readonly of: Condition }
  | Claims
  | Leaf
  | Constant;

/**
 * Binds a rule to the positions of a swap: predicates on position facts are asked at every position, predicates
 * on vehicle facts once. Predicates on facts that nobody defined throw: the importer must have refused them.
 */
export function bindRule(rule: Rule, positions: readonly PositionKey[], registry: FactRegistry): Condition {
  return simplify({ kind: 'all', of: positions.map((at) => bindAt(rule, at, registry)) });
}

/** Binds a rule at one place. `origin` says whose condition it is, for explanations. */
export function bindAt(
  rule: Rule,
  position: PositionKey,
  registry: FactRegistry,
  origin: (p: Predicate) => LeafOrigin = (predicate) => ({ kind: 'predicate', predicate }),
): Condition {
  switch (rule.op) {
    case 'all':
    case 'any':
      return { kind: rule.op, of: rule.of.map((r) => bindAt(r, position, registry, origin)) };
    case 'not':
      return { kind: 'not', of: bindAt(rule.of, position, registry, origin) };
    default:
      return bindPredicate(rule, position, registry, origin(rule));
  }
}

/** Binds one predicate at one place. Predicates on facts that nobody defined throw. */
export function bindPredicate(
  predicate: Predicate,
  position: PositionKey,
  registry: FactRegistry,
  origin: LeafOrigin = { kind: 'predicate', predicate },
): Leaf {
  const { fact, accepts } = predicateTest(predicate);
  const key = registry.find(fact);
  if (!key) throw new Error(`Rule predicate ${predicate.id} names the undefined fact ${fact}`);
  const onVehicle = key.subject === 'vehicle';
  return {
    kind: 'leaf',
    id: onVehicle ? predicate.id : `${predicate.id}@${position}`,
    ref: factRef(fact, onVehicle ? 'vehicle' : position),
    accepts,
    mends: (predicate.mends ?? []).map((mend, i) => ({
      mend,
      when: mend.when ? bindAt(mend.when, position, registry) : null,
      counts: `${predicate.id}#${i}`,
    })),
    origin,
    position: onVehicle ? null : position,
    side: onVehicle ? null : sideOfKey(position),
  };
}

const isConstant = (c: Condition, value: 'yes' | 'no'): boolean =>
  c.kind === 'constant' && c.value === value && (value === 'yes' || c.mends.length === 0);

/**
 * Works out what hangs on no fact: most of what a profile requires is there whatever else. What is left has the same
 * rank in every world.
 */
export function fold(c: Condition): Condition {
  switch (c.kind) {
    case 'leaf':
    case 'constant':
    case 'claims':
      return c;
    case 'not': {
      const of = fold(c.of);
      if (of.kind === 'constant' && (isConstant(of, 'yes') || isConstant(of, 'no')))
        return { ...of, value: of.value === 'yes' ? 'no' : 'yes', mends: [] };
      return of === c.of ? c : { kind: 'not', of };
    }
    case 'all':
    case 'any': {
      const [ends, idle] = c.kind === 'all' ? (['no', 'yes'] as const) : (['yes', 'no'] as const);
      const of: Condition[] = [];
      let last: Condition | undefined;
      for (const child of c.of) {
        const x = fold(child);
        if (isConstant(x, ends)) return x;
        last = x;
        if (!isConstant(x, idle)) of.push(x);
      }
      // Everything was idle: one of them stands for all.
      if (of.length === 0 && last) return last;
      return of.length === 1 && of[0] ? of[0] : { kind: c.kind, of };
    }
  }
}

/**
 * Flattens nested `all` and `any`, drops repeats, so that a vehicle fact asked for both sides counts once, and works
 * out what hangs on no fact.
 */
export function simplify(c: Condition): Condition {
  return simplified(fold(c)).condition;
}

/** With a key that two conditions share only if they are the same: reckoned on the way, not written out twice. */
interface Simplified {
  readonly condition: Condition;
  readonly key: string;
  /** Of an `all` or `any`: its children by key. */
  readonly children?: ReadonlyMap<string, Condition>;
}

function simplified(c: Condition): Simplified {
  switch (c.kind) {
    case 'leaf':
    case 'constant':
      return { condition: c, key: endKey(c) };
    case 'claims':
      return {
        condition: c,
        key: `claims ${c.id} ${endKey(c.look)} ${c.says.map((x) => simplified(x).key).join()}`,
      };
    case 'not': {
      const of = simplified(c.of);
      return { condition: { kind: 'not', of: of.condition }, key: `!(${of.key})` };
    }
    case 'all':
    case 'any': {
      const children = new Map<string, Condition>();
      for (const child of c.of.map(simplified))
        if (child.condition.kind === c.kind && child.children)
          child.children.forEach((condition, key) => children.set(key, condition));
        else children.set(child.key, child.condition);
      const only = children.size === 1 ? [...children][0] : undefined;
      if (only) return { key: only[0], condition: only[1] };
      return {
        condition: { kind: c.kind, of: [...children.values()] },
        key: `${c.kind}(${[...children.keys()].join()})`,
        children,
      };
    }
  }
}

function endKey(c: Leaf | Constant): string {
  const mends = c.mends.map(
    (m) =>
      `${m.mend.minutes}:${m.mend.parts.map((p) => `${p.part}*${p.quantity}${p.per}`).join('+')}?${m.when ? simplified(m.when).key : ''}`,
  );
  const what =
    c.kind === 'constant'
      ? c.value
      : `${c.ref} ${c.accepts.kind === 'values' ? c.accepts.values.map((v) => typeof v + String(v)).join('|') : `${c.accepts.from}..${c.accepts.to}`}`;
  const origin = c.origin.kind === 'predicate' ? '' : `${c.origin.kind}:${c.origin.code}`;
  return `[${c.kind} ${c.id} ${what} ${c.position ?? ''} ${origin} ${mends.join(';')}]`;
}

/** Every end of the tree, a leaf or a constant, with those inside the conditions of mends. */
export function endsOf(c: Condition): readonly (Leaf | Constant)[] {
  switch (c.kind) {
    case 'all':
    case 'any':
      return c.of.flatMap(endsOf);
    case 'not':
      return endsOf(c.of);
    case 'claims':
      return [c.look, ...c.says].flatMap(endsOf);
    case 'leaf':
    case 'constant':
      return [c, ...c.mends.flatMap((m) => (m.when ? endsOf(m.when) : []))];
  }
}

/** Every leaf, with those inside mend conditions. */
export const leavesOf = (c: Condition): readonly Leaf[] => endsOf(c).filter((x) => x.kind === 'leaf');
