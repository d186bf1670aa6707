import type { LeafCode } from './reasons';
import {
  type Reason,
  reason,
  type ReasonValue,
  factsOf,
  type ReasonFacts,
  type ReasonOf,
} from '../kernel/reason';
import { accepted, type Accepts } from '../rule';
import type { Condition, Leaf } from '../rule/condition';
import type { Known, Prepared } from '../rule/evaluate';
import type { MendTag } from '../rule/expression';
import { type Interval, MEND, NO, type Verdict } from '../rule/rank';
import { type FactRef, splitFactRef } from '../vehicle';

/** What a requirement of a profile came to: `no` lost and not made up for, `mend` made up for by parts. */
export interface RequirementOutcome {
  readonly does: string;
  readonly requirement: string;
  readonly profile: string;
  readonly interval: Interval;
}

const ORDER = [
  'lost-and-required',
  'leaf-unmet',
  'required-open',
  'leaf-open',
  'leaf-perhaps',
  'lost-but-supplied',
  'lost-unasked',
  'leaf-mended',
  'leaf-met',
  'always-so',
];

/** What the reasons are given of. */
export interface Explained {
  readonly verdict: Verdict;
  /** The minimal set that the verdict stands on. */
  readonly facts: readonly FactRef[];
  readonly open: readonly FactRef[];
  /** The mends that are surely taken, and those that may be. */
  readonly mended: readonly MendTag[];
  readonly perhaps: readonly MendTag[];
}

/**
 * The reasons of a verdict: what each fact of the minimal set decided, which required functions are lost whatever
 * else, and for `check-first` what is still open. A fit names only what is met, a fit with parts what is met or mended,
 * a misfit only what is not met; under a `not` the test is turned round. What holds alike on several positions is said
 * once; where nothing had to be known, the row whose rule is always so is named.
 */
export function explain(
  p: Prepared,
  known: Known,
  { verdict, facts, open, mended, perhaps }: Explained,
  requirements: readonly RequirementOutcome[],
  application: string,
): readonly Reason[] {
  const found: Reason[] = requirements.flatMap((r) => requirementReason(r, verdict));
  const taken = new Set(mended.map((t) => t.leaf));
  const possible = new Set(perhaps.map((t) => t.leaf));
  for (const { leaf, negated } of visibleLeaves(p.condition)) {
    const value = known.get(leaf.ref);
    if (value === undefined) {
      if (open.includes(leaf.ref)) found.push(reason('leaf-open', leafFacts(leaf, null, negated)));
      continue;
    }
    const met = accepted(leaf.accepts, value) !== negated;
    const code = met
      ? 'leaf-met'
      : taken.has(leaf.id)
        ? 'leaf-mended'
        : possible.has(leaf.id)
          ? 'leaf-perhaps'
          : 'leaf-unmet';
    if (!says(verdict, code)) continue;
    // A mended leaf explains the parts even where the verdict would be the same without knowing it.
    if (!facts.includes(leaf.ref) && verdict !== 'check-first' && code !== 'leaf-mended') continue;
    found.push(reason(code, leafFacts(leaf, value, negated)));
  }
  if (found.length === 0 && verdict !== 'check-first') found.push(reason('always-so', { application }));
  return together(found).sort((a, b) => ORDER.indexOf(a.code) - ORDER.indexOf(b.code));
}

/** Which reasons speak for a verdict. */
function says(verdict: Verdict, code: LeafCode): boolean {
  switch (verdict) {
    case 'fits':
      return code === 'leaf-met';
    case 'fits-with-parts':
      return code === 'leaf-met' || code === 'leaf-mended';
    case 'does-not-fit':
      return code === 'leaf-unmet';
    case 'check-first':
      return true;
  }
}

function requirementReason(
  { interval: { lo, hi }, ...facts }: RequirementOutcome,
  verdict: Verdict,
): readonly Reason[] {
  if (hi === NO) return [reason('lost-and-required', facts)];
  if (lo === NO) return verdict === 'check-first' ? [reason('required-open', facts)] : [];
  return lo === MEND && verdict !== 'does-not-fit' ? [reason('lost-but-supplied', facts)] : [];
}

/** Joins reasons that differ in their subject only. */
function together(reasons: readonly Reason[]): Reason[] {
  const groups = new Map<string, { first: Reason; subjects: string[] }>();
  for (const r of reasons) {
    const { subject, ...rest } = factsOf(r);
    const key = JSON.stringify([r.code, rest]);
    const group = groups.get(key) ?? { first: r, subjects: [] };
    if (typeof subject === 'string' && !group.subjects.includes(subject)) group.subjects.push(subject);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ first, subjects }) => {
    if (subjects.length === 0 || !isLeaf(first)) return first;
    const { subject: _, ...rest } = first.facts;
    return { ...first, facts: { ...rest, subjects } };
  });
}

const isLeaf = (r: Reason): r is ReasonOf<LeafCode> => r.code.startsWith('leaf-');

/** Leaves of the application's own rule and of the lamp, those a person would call conditions, with what turns them. */
function visibleLeaves(
  c: Condition,
  negated = false,
): readonly { readonly leaf: Leaf; readonly negated: boolean }[] {
  switch (c.kind) {
    case 'all':
    case 'any':
      return c.of.flatMap((x) => visibleLeaves(x, negated));
    case 'not':
      return visibleLeaves(c.of, !negated);
    case 'claims':
      return [c.look, ...c.says].flatMap((x) => visibleLeaves(x, negated));
    case 'constant':
      return [];
    case 'leaf':
      if (c.origin.kind === 'profile') return [];
      return [
        { leaf: c, negated },
        ...c.mends.flatMap((m) => (m.when ? visibleLeaves(m.when, negated) : [])),
      ];
  }
}

function leafFacts(leaf: Leaf, value: ReasonValue, negated: boolean): ReasonFacts[LeafCode] {
  const { key, subject } = splitFactRef(leaf.ref);
  const base = { fact: key, subject, value, ...wanted(leaf.accepts), ...(negated ? { negated } : {}) };
  if (leaf.origin.kind !== 'predicate') return { ...base, implied: leaf.origin.code, ...leaf.origin.facts };
  const { why, howToCheck, id } = leaf.origin.predicate;
  return { ...base, predicate: id, ...(why ? { why } : {}), ...(howToCheck ? { howToCheck } : {}) };
}

function wanted(accepts: Accepts): Pick<ReasonFacts[LeafCode], 'wanted' | 'from' | 'to'> {
  if (accepts.kind === 'values') return { wanted: accepts.values.map(String) };
  return {
    ...(Number.isFinite(accepts.from) ? { from: accepts.from } : {}),
    ...(Number.isFinite(accepts.to) ? { to: accepts.to } : {}),
  };
}
