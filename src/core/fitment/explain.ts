import type { LeafCode } from './reasons';
import {
  type Reason,
  reason,
  type ReasonValue,
  factsOf,
  type ReasonFacts,
  type ReasonOf,
} from '../kernel/reason';
import { type FactRef, splitFactRef } from '../vehicle';
import { type Condition, type Leaf, MEND, NO } from './condition';
import { type Interval, type Known, plain, type Prepared, type Verdict } from './evaluate';
import { accepted, type Accepts } from '../rule';

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
  'lost-but-supplied',
  'leaf-mended',
  'leaf-met',
];

/**
 * The reasons of a verdict: what each fact of the minimal set decided, which required functions are lost whatever
 * else, and for `check-first` what is still open. What holds alike on several positions is said once.
 */
export function explain(
  p: Prepared,
  known: Known,
  verdict: Verdict,
  facts: readonly FactRef[],
  open: readonly FactRef[],
  requirements: readonly RequirementOutcome[],
): readonly Reason[] {
  const found: Reason[] = requirements.flatMap((r) => requirementReason(r, verdict));
  for (const leaf of visibleLeaves(p.condition)) {
    const value = known.get(leaf.ref);
    if (value === undefined) {
      if (open.includes(leaf.ref)) found.push(reason('leaf-open', leafFacts(leaf, null)));
      continue;
    }
    const code = accepted(leaf.accepts, value)
      ? 'leaf-met'
      : plain(leaf, p, known).hi >= MEND
        ? 'leaf-mended'
        : 'leaf-unmet';
    if (verdict === 'does-not-fit' && code !== 'leaf-unmet') continue;
    // A mended leaf explains the parts even where the verdict would be the same without knowing it.
    if (!facts.includes(leaf.ref) && verdict !== 'check-first' && code !== 'leaf-mended') continue;
    found.push(reason(code, leafFacts(leaf, value)));
  }
  return together(found).sort((a, b) => ORDER.indexOf(a.code) - ORDER.indexOf(b.code));
}

function requirementReason(
  { interval: { lo, hi }, ...facts }: RequirementOutcome,
  verdict: Verdict,
): readonly Reason[] {
  if (hi === NO) return [reason('lost-and-required', facts)];
  if (lo === NO) return verdict === 'check-first' ? [reason('required-open', facts)] : [];
  return lo === MEND ? [reason('lost-but-supplied', facts)] : [];
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

/** Leaves of the application's own rule and of the lamp: those a person would call conditions. */
function visibleLeaves(c: Condition): readonly Leaf[] {
  if (c.kind === 'all' || c.kind === 'any') return c.of.flatMap(visibleLeaves);
  if (c.kind === 'not') return visibleLeaves(c.of);
  return c.kind === 'leaf' && c.origin.kind !== 'profile' ? [c] : [];
}

function leafFacts(leaf: Leaf, value: ReasonValue): ReasonFacts[LeafCode] {
  const { key, subject } = splitFactRef(leaf.ref);
  const base = { fact: key, subject, value, ...wanted(leaf.accepts) };
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
