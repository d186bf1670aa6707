import { type JudgeContext, type VehicleLack, vehicleLacks } from '../fitment';
import type { Family, Lamp } from '../catalogue/types';
import { systemVOf } from '../electric/formulas';
import type { FactRef, ResolvedFact, VinReading } from '../vehicle';
import { foldJob, type JobRecord } from './fold';
import { handLamps, withHandRows } from './byHand';
import { jobFrame } from './frame';
import type { Unfit } from './log/standing';
import type { OpenItem } from './items/openItem';
import { openItems } from './items/openItems';
import { type ChoiceCheck, checkChoice, chosenPlan, type KnownSources, wireChoice } from './readings/check';
import { type JobLight, jobLight } from './readings/jobLight';
import { partsById } from './readings/choice';
import { connectorsOf } from './readings/mapping';
import { type PlugLook, plugLooks } from './readings/plugs';
import { readFacts } from './readings/facts';
import { sameList } from '../kernel/part';
import { jobShape, unfitEntries } from './shape';
import { type StageState, stageStates } from './stages/stageStates';
import { wireWork } from './readings/wireNeeds';
import { sheetTime, sheetUses } from './readings/sheetUse';
import { readStripping, type StripReading } from './readings/work';
import type { JobSources } from './sources';
import { suspectVin, vinOf } from './readings/vehicleFacts';

/** A job read whole: the one call behind each screen, the board, the release and the tests. */
export interface JobReading {
  readonly record: JobRecord;
  readonly vin: VinReading | null;
  readonly facts: ReadonlyMap<FactRef, ResolvedFact>;
  readonly checks: readonly ChoiceCheck[];
  /** What the new lamps of all swaps do. */
  readonly light: JobLight;
  readonly strip: StripReading;
  readonly plugs: readonly PlugLook[];
  readonly items: readonly OpenItem[];
  readonly stages: readonly StageState[];
  readonly context: JudgeContext;
  /** Entries that are kept and stand in nothing, each with the code of why. */
  readonly unfit: readonly Unfit[];
}

/** Reads a job: folds the events, resolves the facts, judges the pinned choices again, derives items and stages. */
export function readJob(given: JobSources): JobReading {
  const { vehicle, family, registry, profiles } = given;
  const frame = jobFrame({
    family,
    registry,
    parts: given.parts,
    lamps: everChosen(given),
    otherJobs: given.otherEvents,
  });
  const record = foldJob(given.events, frame);
  const sources = { ...given, pinned: withHandRows(given.pinned, handLamps(record, family.id)) };
  const { facts, known, unknownPlugs } = readFacts(
    record.facts,
    sameList(sources.otherEvents),
    vehicle,
    family,
    registry,
  );
  const context: JudgeContext = { known, registry, profiles, parts: partsById(sources.parts) };
  const stripping = { family, registry, known, sheet: sources.pinned.sheet };
  const uses = sheetUses(record, stripping);
  const timeOf = (swap: string) => {
    const use = uses.find((u) => u.swap === swap);
    return use?.time ? sheetTime(use.time, use.shared?.minutes ?? 0, use.shared?.stepsMin ?? 0) : null;
  };
  const plans = new Map(record.swaps.map((swap) => [swap.id, chosenPlan(swap, sources)]));
  const othersOf = (swap: string) => [...plans].flatMap(([id, plan]) => (id !== swap && plan ? [plan] : []));
  const systemV = systemVOf(known.get('system-voltage@vehicle'));
  const all: KnownSources = { ...sources, known, unknownPlugs, systemV };
  const wired = record.swaps.map((swap) => wireChoice(swap, record, all, othersOf(swap.id)));
  const light = jobLight(wired, record, family, systemV);
  const checks = sameList(wired.map((w) => checkChoice(w, record, all, light, timeOf(w.id))));
  const wiring = checks.flatMap((c) => (c.swap.choice ? wireWork(c, record) : []));
  const strip = readStripping(record, stripping, uses, wiring);
  const plugs = plugLooks(checks, record, strip, connectorsOf(sources.connectors));
  const lacks = lacksOf(checks, family, context);
  const { items, unfit: closings } = openItems(
    record,
    facts.values(),
    checks,
    strip,
    plugs,
    lacks,
    frame.positions,
    suspectVin(vinOf(vehicle, family), family),
  );
  const stages = stageStates({
    vehicle,
    lightVehicle: family.lightVehicle,
    record,
    facts,
    checks,
    strip,
    items,
    plugs,
  });
  const shape = jobShape(record, checks, strip, items);
  return {
    record,
    vin: vinOf(vehicle, family),
    facts,
    checks,
    light,
    strip,
    plugs,
    items,
    stages,
    context,
    unfit: unfitEntries(record, strip, closings, shape),
  };
}

/** What a swap of the job is judged with: what is known, and what its other swaps change. */
export const contextOf = (
  { context, checks }: Pick<JobReading, 'context' | 'checks'>,
  swap: string,
): JudgeContext => ({
  ...context,
  others: checks.flatMap((c) => (c.swap.id !== swap && c.plan ? [c.plan] : [])),
});

/** What the vehicle must have by its rule set and has nowhere, with the chosen lamps in. */
function lacksOf(
  checks: readonly ChoiceCheck[],
  family: Family,
  context: JudgeContext,
): readonly VehicleLack[] {
  const plans = checks.flatMap((c) => c.plan ?? []);
  return plans.length === 0 ? NO_LACKS : vehicleLacks(family, plans, context);
}
const NO_LACKS: readonly VehicleLack[] = [];

/** Every lamp that any choice of the job has pinned. */
function everChosen({ events, pinned }: JobSources): readonly Lamp[] {
  const refs = events.flatMap((e) => (e.type === 'lamp-chosen' ? Object.values(e.body.lamps) : []));
  const rows = refs.flatMap((ref) => pinned.lamp(ref) ?? []);
  return [...new Set(rows)];
}
