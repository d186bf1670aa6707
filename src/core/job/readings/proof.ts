import { checkAt } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { type ControlState, levelOf, neededLevels } from '../../controls';
import type { Judgement, Known } from '../../fitment';
import { certainty } from '../../fitment/functionRows';
import { bindAt } from '../../rule/condition';
import { decidingCases, expectedLevels, type FittedLamp } from '../../light';
import {
  type CellState,
  firstCause,
  judgeCell,
  proofSteps,
  type ProofCell,
  type ProofStep,
  type ProofSubject,
  type SeenCell,
} from '../../prove';
import { type Reason } from '../../kernel/reason';
import type { PinMap } from '../../harness';
import { movementsOf } from '../../light/program/movements';
import { programOf } from '../../light/program/usual';
import type { Family, Lamp } from '../../catalogue/types';
import {
  DUTIES,
  type Duty,
  type FactRegistry,
  LAMP_FUNCTIONS,
  type LampFunction,
  positionKey,
} from '../../vehicle';
import type { JobRecord } from '../fold';
import { fittedOf, type PositionWiring, sideAt } from './wiring';

/** One function in one setting, with what was last seen of it. */
export interface ProofCellLine {
  readonly cell: ProofCell;
  readonly state: CellState;
  readonly seen: SeenCell['seen'] | null;
  /** For a mismatch: what to look at first. */
  readonly cause: Reason | null;
}

/** One setting of the controls with what each lamp has to show in it. */
export interface ProofLine {
  readonly id: string;
  readonly state: ControlState | null;
  readonly lamps: readonly {
    readonly position: string;
    readonly lamp: string;
    readonly cells: readonly ProofCellLine[];
    /** The last entry at this lamp in this setting. */
    readonly seenBy: { readonly event: string; readonly by: string; readonly words: string } | null;
  }[];
}

/** What the function matrix is made from besides the wiring. */
export interface ProofSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly known: Known;
}

/** The function matrix of a swap: every setting that matters, every lamp, every function and duty. */
export function readProofs(
  wiring: readonly PositionWiring[],
  judgement: Judgement | null,
  record: Pick<JobRecord, 'proofs'>,
  s: ProofSources,
): readonly ProofLine[] {
  const asked = wiring.map((w) => ({
    position: w.position,
    feeds: w.feeds,
    mode: w.mode,
    duties: dutiesAt(w, judgement, s),
  }));
  const steps = stepsOf(s.family, JSON.stringify(asked), ...wiring.flatMap((w) => [w.lamp, w.map]));
  return steps.map((step) => ({
    id: step.id,
    state: step.state,
    lamps: wiring.flatMap((w) => {
      const cells = step.cells.filter((c) => c.position === w.position);
      if (cells.length === 0) return [];
      const e = record.proofs.get(checkAt(w.position, w.lamp.id, step.id))?.event;
      return [
        {
          position: w.position,
          lamp: w.lamp.id,
          cells: cells.map((cell) => cellLine(cell, e?.body.seen[cell.does])),
          seenBy: e ? { event: e.id, by: e.user, words: e.body.words ?? '' } : null,
        },
      ];
    }),
  }));
}

function cellLine(cell: ProofCell, seen: SeenCell | undefined): ProofCellLine {
  const state = judgeCell(cell, seen);
  return {
    cell,
    state,
    seen: seen?.seen ?? null,
    cause: state === 'mismatch' && seen ? firstCause(cell, seen.seen, seen.order) : null,
  };
}

/** All cells of a matrix. */
export const proofCells = weakMapMemoize(
  (lines: readonly ProofLine[]): readonly (ProofCellLine & { readonly step: string })[] =>
    lines.flatMap((l) => l.lamps.flatMap((x) => x.cells.map((c) => ({ ...c, step: l.id })))),
);

/** Not proven twice over; whoever counts them means these. */
export const notProven = weakMapMemoize((lines: readonly ProofLine[]) =>
  proofCells(lines).filter((c) => c.state !== 'proven'),
);

interface Asked {
  readonly position: string;
  readonly feeds: FittedLamp['feeds'];
  readonly mode: 'open' | 'closed' | null;
  readonly duties: readonly Duty[];
}

/** The settings that prove some lamps: rows and maps by their identity, the rest by its text. */
const stepsOf = weakMapMemoize(
  (family: Family, askedText: string, ...rows: readonly (Lamp | PinMap | null)[]): readonly ProofStep[] =>
    proofSteps(
      (JSON.parse(askedText) as readonly Asked[]).map((asked, i) =>
        subjectOf(asked, rows[2 * i] as Lamp, rows[2 * i + 1] as PinMap | null, family),
      ),
    ),
);

/** Duties of a place that pass through or move over: only what the vehicle had has something that works it. */
function dutiesAt(w: PositionWiring, judgement: Judgement | null, s: ProofSources): readonly Duty[] {
  const place = s.family.places.find((p) => positionKey(p.position) === w.position);
  const lost = new Set((judgement?.functions ?? []).filter((r) => r.change === 'lost').map((r) => r.does));
  const moved = (place?.functions ?? []).filter(
    (f) => !f.when || certainty(bindAt(f.when, w.position, s.registry), s.known, s.registry) !== 'no',
  );
  const duties = moved.map((f) => f.does).filter((d): d is Duty => !isLamp(d) && !lost.has(d));
  return DUTIES.filter((d) => duties.includes(d));
}

function subjectOf(asked: Asked, lamp: Lamp, map: PinMap | null, family: Family): ProofSubject {
  const side = sideAt(family, asked.position);
  const lit = lamp.functions.filter((f) => isLamp(f.does) && f.does !== 'reflex-reflector');
  const program = programOf(lamp);
  const fitted = map ? fittedOf({ ...asked, lamp, map }, family) : null;
  return {
    position: asked.position,
    functions: lit.map((f) => {
      const does = f.does as LampFunction;
      return {
        does,
        colour: f.colour ?? null,
        cases: fitted ? decidingCases(fitted, does) : neededLevels(does, side),
        moves: movementsOf(program, asked.mode ?? 'open', does),
      };
    }),
    levels: (state) =>
      fitted
        ? expectedLevels(fitted, state)
        : new Map(
            lit.map((f) => {
              const needs = neededLevels(f.does as LampFunction, side);
              return [f.does as LampFunction, needs ? levelOf(needs, state) : { kind: 'off' as const }];
            }),
          ),
    duties: asked.duties,
  };
}

const isLamp = (does: string): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does);
