import type { Prose } from '../kernel/reason';
import type { Accepts, Duty, FactUnit, FactValue, LampFunction } from '../vehicle';

/** A part with its quantity: per side of the swap, or once for the whole set. */
export interface PartNeed {
  readonly part: string;
  readonly quantity: number;
  readonly per: 'side' | 'set';
}

/**
 * What makes an unmet predicate good: parts to add, or work (no parts, said in words), at a price in minutes and
 * perhaps in functions that are lost for it.
 * `when` is the mend's own condition (switch S1 for the early year group, S2 for the late one).
 */
export interface Mend {
  readonly parts: readonly PartNeed[];
  readonly minutes: number;
  readonly work?: Prose;
  readonly when?: Rule;
  readonly losesFunctions?: readonly (LampFunction | Duty)[];
}

interface PredicateBase {
  /** Stable within its rule; reasons and mends point at it. */
  readonly id: string;
  readonly why?: Prose;
  readonly howToCheck?: Prose;
  /** Alternatives; the best one whose condition holds is taken. */
  readonly mends?: readonly Mend[];
}

/** One test of one fact. Numbers are in the unit of the fact key. */
export type Predicate = PredicateBase &
  (
    | { readonly op: 'equals'; readonly fact: string; readonly value: FactValue }
    | { readonly op: 'one-of'; readonly fact: string; readonly values: readonly FactValue[] }
    /** Both ends included; a missing end is open. */
    | { readonly op: 'range'; readonly fact: string; readonly from?: number; readonly to?: number }
    | { readonly op: 'at-least'; readonly fact: string; readonly value: number; readonly unit: FactUnit }
    | { readonly op: 'at-most'; readonly fact: string; readonly value: number; readonly unit: FactUnit }
    | { readonly op: 'has-option'; readonly option: string }
    | { readonly op: 'plug-family'; readonly family: string }
    | { readonly op: 'circuit-present'; readonly circuit: string }
  );

/** A fitment rule: a tree over predicates. An empty `all` holds, an empty `any` does not. */
export type Rule =
  | { readonly op: 'all'; readonly of: readonly Rule[] }
  | { readonly op: 'any'; readonly of: readonly Rule[] }
  | { readonly op: 'not'; readonly of: Rule }
  | Predicate;

/** Who says it. `seen-here`: this shop has seen it, `times` over. `sibling`: said of a sister model. */
export const STATEMENT_SOURCES = ['maker-table', 'maker-note', 'supplier', 'seen-here', 'sibling'] as const;
export type StatementSource = (typeof STATEMENT_SOURCES)[number];

/** One thing that the catalogue says about a matter. */
export interface Statement {
  readonly source: StatementSource;
  readonly times?: number;
  readonly says: Rule;
  readonly words?: Prose;
}

/**
 * A matter on which the catalogue's statements can differ for a vehicle: a range in the table, another in the note.
 * Where they do, none is believed: `settle` is the look that decides.
 */
export interface Dispute {
  readonly id: string;
  readonly about: Prose;
  readonly statements: readonly Statement[];
  readonly settle: Predicate;
}

/** Brings the eight predicate forms to one: which fact, and which of its values are right. */
export function predicateTest(p: Predicate): { readonly fact: string; readonly accepts: Accepts } {
  switch (p.op) {
    case 'equals':
      return { fact: p.fact, accepts: { kind: 'values', values: [p.value] } };
    case 'one-of':
      return { fact: p.fact, accepts: { kind: 'values', values: p.values } };
    case 'range':
      return { fact: p.fact, accepts: { kind: 'range', from: p.from ?? -Infinity, to: p.to ?? Infinity } };
    case 'at-least':
      return { fact: p.fact, accepts: { kind: 'range', from: p.value, to: Infinity } };
    case 'at-most':
      return { fact: p.fact, accepts: { kind: 'range', from: -Infinity, to: p.value } };
    case 'has-option':
      return { fact: `option.${p.option}`, accepts: { kind: 'values', values: [true] } };
    case 'plug-family':
      return { fact: 'plug', accepts: { kind: 'values', values: [p.family] } };
    case 'circuit-present':
      return { fact: `circuit.${p.circuit}`, accepts: { kind: 'values', values: [true] } };
  }
}

/** Whether a known value satisfies. */
export function accepted(accepts: Accepts, value: FactValue): boolean {
  if (accepts.kind === 'values') return accepts.values.includes(value);
  return typeof value === 'number' && value >= accepts.from && value <= accepts.to;
}

/** All predicates of a rule with those inside mend conditions, in reading order. */
export function predicatesOf(rule: Rule): readonly Predicate[] {
  switch (rule.op) {
    case 'all':
    case 'any':
      return rule.of.flatMap(predicatesOf);
    case 'not':
      return predicatesOf(rule.of);
    default:
      return [rule, ...(rule.mends ?? []).flatMap((m) => (m.when ? predicatesOf(m.when) : []))];
  }
}
