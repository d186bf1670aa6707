import { checkAt } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { type ControlState, type Level, type LevelCase, neededLevels } from '../../controls';
import type { Judgement, Known } from '../../fitment';
import { certainty } from '../../fitment/functionRows';
import { bindAt } from '../../rule/condition';
import type { VehicleLight } from '../../light/overTime/lightTypes';
import { inSetting } from '../../light/settled/inSetting';
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
import { derived } from '../../kernel/derived';
import { type Reason } from '../../kernel/reason';
import type { DecidedFeed, PinMap } from '../../harness';
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
import type { JobLight } from './jobLight';
import { type PositionWiring, sideAt, waysOf } from './wiring';

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
  light: JobLight,
): readonly ProofLine[] {
  const asked = wiring.map((w) => ({
    position: w.position,
    feeds: w.feeds,
    mode: w.mode,
    duties: dutiesAt(w, judgement, s),
  }));
  const steps = stepsOf(
    {
      family: s.family,
      wired: light.wired,
      unwired: light.unwired,
      rows: wiring.flatMap((w) => [w.lamp, w.map]),
    },
    asked,
  );
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
  readonly feeds: readonly DecidedFeed[];
  readonly mode: 'open' | 'closed' | null;
  readonly duties: readonly Duty[];
}

/** The settings that prove some lamps. `rows`: lamp and map of each, in turn. */
const stepsOf = derived(
  (
    {
      family,
      wired,
      unwired,
      rows,
    }: {
      readonly family: Family;
      readonly wired: VehicleLight;
      readonly unwired: VehicleLight;
      readonly rows: readonly (Lamp | PinMap | null)[];
    },
    all: readonly Asked[],
  ): readonly ProofStep[] =>
    proofSteps(
      all.map((asked, i) => {
        const map = rows[2 * i + 1] as PinMap | null;
        return subjectOf(asked, rows[2 * i] as Lamp, map, family, map ? wired : unwired);
      }),
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

function subjectOf(
  asked: Asked,
  lamp: Lamp,
  map: PinMap | null,
  family: Family,
  light: VehicleLight,
): ProofSubject {
  const side = sideAt(family, asked.position);
  const lit = lamp.functions.filter((f) => isLamp(f.does) && f.does !== 'reflex-reflector');
  const program = programOf(lamp);
  const ways = (does: LampFunction): readonly LevelCase[] | null =>
    map ? waysOf({ ...asked, lamp, map }, does, family) : neededLevels(does, side);
  return {
    position: asked.position,
    functions: lit.map((f) => {
      const does = f.does as LampFunction;
      return {
        does,
        colour: f.colour ?? null,
        cases: ways(does),
        moves: movementsOf(program, asked.mode ?? 'open', does),
      };
    }),
    levels: (state) => levelsAt(light, asked.position, state),
    duties: asked.duties,
  };
}

/** What each function of a lamp shows in a setting. */
export const levelsAt = (
  light: VehicleLight,
  position: string,
  state: ControlState,
): ReadonlyMap<LampFunction, Level> =>
  new Map([...(inSetting(light, state).get(position) ?? [])].map(([does, seen]) => [does, seen.level]));

const isLamp = (does: string): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does);
