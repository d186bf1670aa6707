import { weakMapMemoize } from 'reselect';
import type { JudgeContext } from '../fitment';
import type { ConnectorHalf } from '../harness';
import type { Lamp } from '../shelf/types';
import type { FactRef, ResolvedFact, VinReading } from '../vehicle';
import { foldJob, type JobRecord } from './fold';
import { jobFrame } from './frame';
import type { Unfit } from './log/standing';
import type { OpenItem } from './items/openItem';
import { openItems } from './items/openItems';
import { type ChoiceCheck, checkChoice } from './readings/check';
import { partsById } from './readings/choice';
import { readFacts } from './readings/facts';
import { sameList } from '../kernel/part';
import { jobShape, unfitEntries } from './shape';
import { type StageState, stageStates } from './stages/stageStates';
import { readStripping, type StripReading } from './readings/work';
import type { JobSources } from './sources';
import { vinOf } from './readings/vehicleFacts';

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
  const { facts, known } = readFacts(record.facts, sameList(sources.otherEvents), vehicle, family, registry);
  const context: JudgeContext = { known, registry, profiles, parts: partsById(sources.parts) };
  const checks = sameList(record.swaps.map((swap) => checkChoice(swap, record, sources, known)));
  const strip = readStripping(record, {
    family,
    registry,
    known,
    sheet: sources.pinned.sheet,
  });
  const { items, unfit: closings } = openItems(record, facts.values(), checks, strip);
  const slides = slidesOf(sources.connectors);
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

/** Connectors that have a slide. */
const slidesOf = weakMapMemoize(
  (halves: readonly ConnectorHalf[]) =>
    new Set(halves.filter((c) => c.locks.includes('slide')).map((c) => c.id)),
);

/** Every lamp that any choice of the job has pinned. */
function everChosen({ events, pinned }: JobSources): readonly Lamp[] {
  const refs = events.flatMap((e) => (e.type === 'lamp-chosen' ? Object.values(e.body.lamps) : []));
  const rows = refs.flatMap((ref) => pinned.lamp(ref) ?? []);
  return [...new Set(rows)];
}
