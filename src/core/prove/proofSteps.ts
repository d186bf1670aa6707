import {
  ALL_OFF,
  type Control,
  CONTROL_NAMES,
  type ControlState,
  type Expression,
  expressionOf,
  inFewSwitches,
  switchesBetween,
  holds,
  type Level,
  type LevelCase,
  possibleStates,
  supportOf,
} from '../controls';
import { type Movement } from '../light/program/movements';
import type { Duty, LampFunction, LightColour, PositionKey } from '../vehicle';
import { levelCode } from './levelCode';

/** A lamp in its place, as far as proving it goes. */
export interface ProofSubject {
  readonly position: PositionKey;
  readonly functions: readonly {
    readonly does: LampFunction;
    readonly colour: LightColour | null;
    /** Everything that decides when it is lit; null: nobody knows, it is operated by its own switch. */
    readonly cases: readonly LevelCase[] | null;
    /** How it moves over time; absent: it is lit or dark and no more. */
    readonly moves?: readonly Movement[];
  }[];
  readonly levels: (state: ControlState) => ReadonlyMap<LampFunction, Level>;
  /** Duties of the place that pass through or move over. */
  readonly duties: readonly Duty[];
}

/** What one function has to do in a setting of the controls. `level: null`: only that it works. */
export interface ProofCell {
  readonly position: PositionKey;
  readonly does: LampFunction | Duty;
  readonly colour: LightColour | null;
  readonly level: Level | null;
  /** How it has to move, where that is what is looked at. */
  readonly moves?: readonly Movement[];
}

/** One setting of the controls, one thing operated by itself, or one watched as it moves, with all that is to be seen. */
export interface ProofStep {
  /** `brake=yes lights=low`, `by-itself:camera` or `over-time`. */
  readonly id: string;
  readonly state: ControlState | null;
  readonly cells: readonly ProofCell[];
}

/** The id of a setting: the controls that are not at rest. */
export function stateId(state: ControlState): string {
  const set = CONTROL_NAMES.filter((c) => state[c] !== ALL_OFF[c]);
  return set.length === 0 ? 'at-rest' : set.map((c) => `${c}=${state[c]}`).join(' ');
}

/**
 * The settings that prove a group of lamps, few and in an order of few switches. Together they show each function of
 * each lamp at each level it can have, lit by each of the ways that light it alone, dark while another of the lamp is
 * lit (a lost ground feeds back only then), and every flashing one over every steady one that can be lit with it.
 */
export function proofSteps(subjects: readonly ProofSubject[]): readonly ProofStep[] {
  const support = new Set<Control>();
  for (const s of subjects)
    for (const f of s.functions)
      for (const c of f.cases ?? []) supportOf(expressionOf(c.when)).forEach((x) => support.add(x));
  const ways = subjects.map(waysOf);
  // Of states that show the same, the one with the fewest switches stands for all.
  const telling = new Map<string, { state: ControlState; shows: ReadonlySet<string> }>();
  for (const state of possibleStates([...support])) {
    const shows = subjects.flatMap((s, i) => shown(s, ways[i] ?? new Map(), state));
    const key = shows.join();
    const same = telling.get(key);
    if (!same || switchesBetween(ALL_OFF, state) < switchesBetween(ALL_OFF, same.state))
      telling.set(key, { state, shows: new Set(shows) });
  }
  const states = [...telling.values()];
  const chosen: ControlState[] = [];
  const left = new Set(states.flatMap((s) => [...s.shows]));
  while (left.size > 0) {
    let best: (typeof states)[number] | null = null;
    let gain = 0;
    for (const s of states) {
      const g = [...s.shows].filter((x) => left.has(x)).length;
      if (
        g > gain ||
        (g === gain &&
          best &&
          g > 0 &&
          switchesBetween(ALL_OFF, s.state) < switchesBetween(ALL_OFF, best.state))
      ) {
        best = s;
        gain = g;
      }
    }
    if (!best) break;
    best.shows.forEach((x) => left.delete(x));
    chosen.push(best.state);
  }
  return [
    ...inFewSwitches(chosen).map((state) => stepOf(state, subjects)),
    ...overTime(subjects, states),
    ...byItself(subjects),
  ];
}

/** Per function the separate ways in which it can be lit. */
const waysOf = (subject: ProofSubject): ReadonlyMap<LampFunction, readonly Expression[]> =>
  new Map(
    subject.functions.map((f) => [f.does, (f.cases ?? []).flatMap((c) => branches(expressionOf(c.when)))]),
  );

/** What a setting shows of one lamp, as texts that can be ticked off. */
function shown(
  subject: ProofSubject,
  allWays: ReadonlyMap<LampFunction, readonly Expression[]>,
  state: ControlState,
): readonly string[] {
  const levels = subject.levels(state);
  const lit = (does: LampFunction) => !['off', 'data'].includes(levels.get(does)?.kind ?? 'off');
  const found: string[] = [];
  for (const f of subject.functions) {
    if (f.cases === null) continue;
    const at = `${subject.position}/${f.does}`;
    const others = subject.functions.filter((o) => o !== f && o.cases !== null);
    if (lit(f.does)) {
      found.push(`${at}/${levelCode(levels.get(f.does) ?? null)}`);
      const holding = (allWays.get(f.does) ?? []).flatMap((w, i) => (holds(w, state) ? [i] : []));
      if (holding.length === 1) found.push(`${at}/way ${holding[0]}`);
      if (levels.get(f.does)?.kind === 'flashing')
        for (const o of others)
          if (lit(o.does) && levels.get(o.does)?.kind !== 'flashing') found.push(`${at}/over ${o.does}`);
    } else if (others.some((o) => lit(o.does)) || others.length === 0) found.push(`${at}/off`);
  }
  return found;
}

/** The separate ways in which a condition can hold: `key=on & (high | flash)` has two. */
function branches(e: Expression): readonly Expression[] {
  if (e.op === 'or') return e.of.flatMap(branches);
  if (e.op !== 'and') return [e];
  return e.of.reduce<readonly Expression[]>(
    (ways, part) => ways.flatMap((w) => branches(part).map((b) => ({ op: 'and' as const, of: [w, b] }))),
    [{ op: 'always' }],
  );
}

function stepOf(state: ControlState, subjects: readonly ProofSubject[]): ProofStep {
  return {
    id: stateId(state),
    state,
    cells: subjects.flatMap((s) => {
      const levels = s.levels(state);
      return s.functions
        .filter((f) => f.cases !== null)
        .map((f) => ({
          position: s.position,
          does: f.does,
          colour: f.colour,
          level: levels.get(f.does) ?? { kind: 'off' as const },
        }));
    }),
  };
}

/** All that moves, watched on all lamps at once; what can never be lit as it is wired cannot be watched. */
function overTime(
  subjects: readonly ProofSubject[],
  states: readonly { readonly state: ControlState }[],
): readonly ProofStep[] {
  const cells = subjects.flatMap((s) => {
    const seen = new Set(
      states.flatMap(({ state }) =>
        [...s.levels(state)].flatMap(([does, l]) => (l.kind === 'off' || l.kind === 'data' ? [] : [does])),
      ),
    );
    return s.functions.flatMap(({ does, colour, moves }): readonly ProofCell[] => {
      const watched = (moves ?? []).filter((m) => m.code !== 'returns' || seen.has(m.while));
      return seen.has(does) && watched.length > 0
        ? [{ position: s.position, does, colour, level: null, moves: watched }]
        : [];
    });
  });
  // Watched once: the lever to each side, then the brake, shows all of it.
  return cells.length > 0 ? [{ id: 'over-time', state: null, cells }] : [];
}

/** Duties, and functions of which nobody knows what switches them: each operated by itself, on all lamps in turn. */
function byItself(subjects: readonly ProofSubject[]): readonly ProofStep[] {
  const cells = subjects.flatMap((s): readonly ProofCell[] => [
    ...s.functions
      .filter((f) => f.cases === null)
      .map((f) => ({ position: s.position, does: f.does, colour: f.colour, level: null })),
    ...s.duties.map((does) => ({ position: s.position, does, colour: null, level: null })),
  ]);
  return [...new Set(cells.map((c) => c.does))].map((does) => ({
    id: `by-itself:${does}`,
    state: null,
    cells: cells.filter((c) => c.does === does),
  }));
}
