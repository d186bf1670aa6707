import type { JudgeContext, SwapPlan } from '../fitment';
import type { ConnectorHalf } from '../harness';
import type { StepSheet } from '../strip';
import type { Application, Family, Lamp, Part, Profile } from '../shelf/types';
import {
  type FactRef,
  type FactRegistry,
  knownValues,
  type ResolvedFact,
  resolveFacts,
  type VinReading,
} from '../vehicle';
import type { AnyStoredEvent, RowRef } from './events';
import { foldJob, type JobRecord, statementsOf, type SwapRecord } from './fold';
import type { OpenItem } from './openItem';
import { type ChoiceCheck, openItems } from './openItems';
import { jobFrame } from './frame';
import { jobShape, unfitEntries } from './shape';
import { standingEvents, type Unfit } from './log/standing';
import { type OrderSources, type Rates, swapOrders } from './orders';
import { readProofs } from './proving';
import { type StageState, stageStates } from './stageStates';
import { readStripping, type StripReading } from './stripping';
import { systemVOf } from '../electrical';
import { feedMatters, wireMatters } from './wireMatters';
import { judged, knownText, partsById } from './readings/choice';
import { swapWiring } from './wiring';
import { derivedStatements, type VehicleRecord, vinOf } from './vehicleFacts';

/** Everything that a job is read from. Pinned rows are looked up by id and revision. */
export interface JobSources {
  readonly events: readonly AnyStoredEvent[];
  /** Facts, choices (and undos) of other jobs of this vehicle. */
  readonly otherEvents: readonly AnyStoredEvent[];
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly profiles: readonly Profile[];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  readonly pinned: PinnedRows;
  readonly rates: Rates;
}

export type PinnedKind = 'application' | 'lamp' | 'part' | 'step-sheet';

export interface PinnedRows {
  readonly application: (ref: RowRef) => Application | undefined;
  readonly lamp: (ref: RowRef) => Lamp | undefined;
  readonly sheet: (ref: RowRef) => StepSheet | undefined;
  /** Newest revision of a row on the shelf. */
  readonly head: (kind: PinnedKind, id: string) => number | undefined;
}

/** A job read whole: the one call behind each screen, the board, the release and the tests. */
export interface JobReading {
  readonly record: JobRecord;
  readonly vin: VinReading | null;
  readonly facts: ReadonlyMap<FactRef, ResolvedFact>;
  readonly checks: readonly ChoiceCheck[];
  readonly strip: StripReading;
  readonly items: readonly OpenItem[];
  readonly stages: readonly StageState[];
  readonly context: JudgeContext;
  /** Entries that are kept and stand in nothing, each with the code of why. */
  readonly unfit: readonly Unfit[];
}

/** Reads a job: folds the events, resolves the facts, judges the pinned choices again, derives items and stages. */
export function readJob(sources: JobSources): JobReading {
  const { vehicle, family, registry, profiles } = sources;
  const frame = jobFrame({
    family,
    registry,
    parts: sources.parts,
    lamps: everChosen(sources),
    otherJobs: sources.otherEvents,
  });
  const record = foldJob(sources.events, frame);
  const statements = [
    ...derivedStatements(vehicle, family, registry),
    ...statementsOf(record.facts),
    ...statementsOf(standingEvents(sources.otherEvents).filter((e) => e.type === 'fact-stated')),
  ];
  const facts = resolveFacts(statements, registry.find);
  const parts = partsById(sources.parts);
  const context: JudgeContext = { known: knownValues(facts), registry, profiles, parts };
  const checks = record.swaps.map((swap) => checkChoice(swap, record, sources, context));
  const strip = readStripping(record, {
    family,
    registry,
    known: context.known,
    sheet: sources.pinned.sheet,
  });
  const { items, unfit: closings } = openItems(record, facts.values(), checks, strip);
  const slides = new Set(sources.connectors.filter((c) => c.locks.includes('slide')).map((c) => c.id));
  const hasSlide = (connector: string) => slides.has(connector);
  const stages = stageStates({ vehicle, record, facts, checks, strip, items, hasSlide });
  const shape = jobShape(record, checks, strip, items);
  return {
    record,
    vin: vinOf(vehicle, family),
    facts,
    checks,
    strip,
    items,
    stages,
    context,
    unfit: unfitEntries(record, strip, closings, shape),
  };
}

/** Every lamp that any choice of the job has pinned. */
function everChosen({ events, pinned }: JobSources): readonly Lamp[] {
  const refs = events.flatMap((e) => (e.type === 'lamp-chosen' ? Object.values(e.body.lamps) : []));
  const rows = refs.flatMap((ref) => pinned.lamp(ref) ?? []);
  return [...new Set(rows)];
}

function checkChoice(
  swap: SwapRecord,
  record: JobRecord,
  sources: JobSources,
  context: JudgeContext,
): ChoiceCheck {
  const { pinned } = sources;
  if (!swap.choice)
    return {
      swap,
      now: null,
      revised: [],
      wiring: [],
      matters: { modes: [], cures: [], routes: {} },
      feeds: [],
      proofs: [],
      orders: null,
    };
  const { application, lamps, parts, sheets = [] } = swap.choice.event.body;
  const newer = (kind: PinnedKind, ref: RowRef) => (pinned.head(kind, ref.id) ?? 0) > ref.rev;
  const revised = [
    ...(newer('application', application) ? [application.id] : []),
    ...Object.values(lamps)
      .filter((r) => newer('lamp', r))
      .map((r) => r.id),
    ...parts.filter((r) => newer('part', r)).map((r) => r.id),
    ...sheets.filter((r) => newer('step-sheet', r)).map((r) => r.id),
  ];
  const chosen = judgedChoice(swap, sources, context);
  const plan = chosen?.plan ?? null;
  const now = chosen?.now ?? null;
  const known = { ...sources, known: context.known };
  const wiring = plan ? swapWiring(swap, plan, record, known) : [];
  const matterSources = { ...known, systemV: systemVOf(context.known.get('system-voltage@vehicle')) };
  const matters = wireMatters(swap, wiring, record, matterSources);
  return {
    swap,
    now,
    revised: [...new Set(revised)].sort(),
    wiring,
    matters,
    feeds: feedMatters(wiring, matters, matterSources),
    proofs: readProofs(wiring, now, record, known),
    orders: now && swapOrders(swap, now, record, orderSources(plan, sources)),
  };
}

function orderSources(plan: SwapPlan | null, sources: JobSources): OrderSources {
  const lamps = new Map((plan?.places ?? []).map((p) => [p.lamp.id, p.lamp]));
  const parts = partsById(sources.parts);
  return { lamp: (id) => lamps.get(id), part: (id) => parts.get(id), rates: sources.rates };
}

/** The swap as it was chosen, from the rows it pinned, judged again. */
function judgedChoice(swap: SwapRecord, s: JobSources, context: JudgeContext): ReturnType<typeof judged> {
  const body = swap.choice?.event.body;
  const row = body && s.pinned.application(body.application);
  if (!row) return null;
  const lamps = Object.values(body.lamps).flatMap((ref) => s.pinned.lamp(ref) ?? []);
  return judged(
    row,
    s.family,
    s.registry,
    s.profiles,
    s.parts,
    JSON.stringify(swap.positions),
    knownText(context.known),
    ...lamps,
  );
}
