import { type LevelCase, parseExpression } from '../../controls';
import type { ConnectorHalf } from '../../harness/types';
import { nearestName } from '../../kernel/nearestName';
import { type GivenFacts, type Reason, reason, type ReasonCode } from '../../kernel/reason';
import { predicatesOf, type Rule } from '../../rule';
import { factRegistry, type FactRegistry, type FactValue, suits } from '../../vehicle';
import type { ShelfFault } from '../fault';
import type { Lamp } from '../rows/lamp';
import type { Shelf } from '../rows/shelf';
import { ruleFaults, unknownFact } from './rule';

/** Faults that are looked for at the most: who has more of them reads no further, and near names are costly to find. */
const MOST_FAULTS = 1000;

/** Rows that others refer to. */
type Referred = 'family' | 'lamp' | 'part' | 'connector';

/** What a check of one row stands on: the whole shelf by id, and where its findings go. */
export interface Checking {
  readonly shelf: Shelf;
  readonly registry: FactRegistry;
  readonly halves: ReadonlyMap<string, ConnectorHalf>;
  readonly lamps: ReadonlyMap<string, Lamp>;
  /** Notes a fault at a path. */
  fault<C extends ReasonCode>(path: string, code: C, ...facts: GivenFacts<C>): void;
  /** Notes faults that were found elsewhere. */
  take(faults: readonly ShelfFault[]): void;
  /** Whether so many were found that looking further is idle. */
  full(): boolean;
  /** A row that has to be there. */
  refer(path: string, kind: Referred, id: string): void;
  /** A rule, with the parts that it names. */
  rule(path: string, rule: Rule, vehicleOnly?: boolean): void;
  /** A fact that has to be defined, and a value of it. */
  value(path: string, fact: string, value: FactValue): void;
  /** Whether a fact is defined; notes it at the path where not. */
  fact(path: string, fact: string): boolean;
  /** An expression on the controls. */
  when(path: string, when: string): void;
  cases(path: string, cases: readonly LevelCase[]): void;
  /** Ids that may stand once only. */
  once(path: string, ids: readonly string[]): void;
  upward(path: string, from: number, to: number): void;
  /** A connector half that has to be there, with cavities that it has, each once. */
  cavities(path: string, connector: string, cavities: readonly string[]): void;
  /** A connector that has to be the half of this kind. */
  half(path: string, connector: string, wanted: 'vehicle' | 'lamp'): void;
}

/** Begins a check of a shelf; the faults gather in the list that is given. */
export function checking(shelf: Shelf, faults: ShelfFault[]): Checking {
  const registry = factRegistry(shelf.factKeys);
  const halves = new Map(shelf.connectors.map((c) => [c.id, c]));
  const ids: Record<Referred, ReadonlySet<string>> = {
    family: new Set(shelf.families.map((r) => r.id)),
    lamp: new Set(shelf.lamps.map((r) => r.id)),
    part: new Set(shelf.parts.map((r) => r.id)),
    connector: new Set(halves.keys()),
  };
  const full = () => faults.length >= MOST_FAULTS;
  const note = (path: string, found: Reason) => {
    if (!full()) faults.push({ path, reason: found });
  };
  const on: Checking = {
    shelf,
    registry,
    halves,
    lamps: new Map(shelf.lamps.map((l) => [l.id, l])),
    fault: (path, code, ...facts) => note(path, reason(code, ...facts)),
    take: (found) => found.forEach((f) => note(f.path, f.reason)),
    full,
    refer(path, kind, id) {
      if (ids[kind].has(id) || full()) return;
      const near = nearestName(id, [...ids[kind]]);
      note(path, near ? reason('no-such-row-near', { kind, id, near }) : reason('no-such-row', { kind, id }));
    },
    rule(path, rule, vehicleOnly = false) {
      if (full()) return;
      on.take(ruleFaults(path, rule, registry, vehicleOnly));
      for (const p of predicatesOf(rule))
        p.mends?.forEach((m) => m.parts.forEach((need) => on.refer(path, 'part', need.part)));
    },
    fact(path, fact) {
      if (registry.find(fact)) return true;
      const found: ShelfFault[] = [];
      unknownFact(path, fact, registry, found);
      on.take(found);
      return false;
    },
    value(path, fact, value) {
      const key = registry.find(fact);
      if (key && !suits(key, value)) on.fault(path, 'value-unsuited', { fact, value: String(value) });
    },
    when(path, when) {
      const parsed = parseExpression(when);
      if (parsed.kind === 'fault') note(path, parsed.reason);
    },
    cases: (path, cases) => cases.forEach((c, i) => on.when(`${path}/${i}/when`, c.when)),
    once: (path, list) =>
      list.forEach((id, i) => list.indexOf(id) !== i && on.fault(`${path}/${i}/id`, 'id-twice', { id })),
    upward: (path, from, to) => from > to && on.fault(path, 'range-backwards', { from, to }),
    cavities(path, connector, cavities) {
      const half = halves.get(connector);
      if (!half) return on.refer(`${path}/connector`, 'connector', connector);
      cavities.forEach((cavity, i) => {
        if (!half.cavities.some((c) => c.number === cavity))
          on.fault(path, 'no-such-cavity', { cavity, connector });
        if (cavities.indexOf(cavity) !== i) on.fault(path, 'cavity-twice', { cavity });
      });
    },
    half(path, connector, wanted) {
      const half = halves.get(connector);
      if (half && half.half !== wanted) on.fault(`${path}/connector`, 'other-half', { connector, wanted });
    },
  };
  return on;
}
