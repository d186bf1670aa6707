import { factsOf, type Reason } from '../../kernel/reason';
import { itemPlace, type ItemPlace } from '../items/itemPlace';
import type { OpenItem } from '../items/openItem';
import { releaseCheck } from '../release/release';
import type { JobReading } from '../readJob';
import type { StageState } from './stageStates';
import type { Stage } from './stages';

/** One thing that is still to do, and where it is done. */
export interface ToDo {
  readonly what: Reason;
  readonly at: ItemPlace;
  /** The open item that says it; null: the stage itself wants it. */
  readonly item: OpenItem | null;
}

/** The part of a stage’s screen where a want is met; the others need the stage alone. */
const PARTS: Readonly<Record<string, string>> = {
  'wants-identity': 'vehicle',
  'wants-fact': 'vehicle',
  'wants-swap': 'wishes',
  'wants-as-found': 'found',
  'wants-wishes': 'wishes',
  'wants-lamp': 'lamps',
  'wants-choice-again': 'lamps',
  'proof-year-from-vin': 'vehicle',
  'proof-overridden': 'lamps',
  'proof-look': 'lamps',
  'wire-plug-unknown': 'plugs',
  'wire-feed-undecided': 'feeds',
  'proof-unmapped': 'plugs',
  'proof-plug': 'plugs',
  'proof-readings': 'checks',
};

/** Wants that are met in another stage than the one that waits for them. */
const ELSEWHERE: Readonly<Record<string, Stage>> = {
  'wants-swap': 'arrive',
  'wants-lamp': 'fit',
  'wire-plug-unknown': 'wire',
  'strip-no-sheet': 'strip',
  'strip-sheet-unknown': 'strip',
  'strip-plan-fault': 'strip',
};

/** Where what a stage wants is met. */
export function wantPlace(what: Reason, stage: Stage): ItemPlace {
  const { position, positions } = factsOf(what) as {
    readonly position?: string;
    readonly positions?: readonly string[];
  };
  return {
    stage: ELSEWHERE[what.code] ?? stage,
    part: PARTS[what.code] ?? null,
    position: position ?? positions?.[0] ?? null,
  };
}

/**
 * What is still to do in a stage, most useful first: what keeps it from being done or proven, then the open items that are
 * settled there. Empty: nothing is. One list for every place that says so, so that no two say otherwise.
 */
export function stillToDo(
  stage: Stage,
  job: { readonly stages: readonly StageState[]; readonly items: readonly OpenItem[] },
): readonly ToDo[] {
  const wants = job.stages.find((s) => s.stage === stage)?.missing ?? [];
  const items = job.items.filter((i) => i.closed === null && itemPlace(i).stage === stage);
  return [...wants.map((what) => ({ what, at: wantPlace(what, stage), item: null })), ...items.map(asToDo)];
}

/** What stands between a job and its lock, in the order of the stages: empty where a lead can lock it now. */
export function toRelease(job: Pick<JobReading, 'record' | 'stages' | 'items'>): readonly ToDo[] {
  const { missing, openItems } = releaseCheck(job);
  const said = new Set(missing.map((m) => JSON.stringify(m)));
  const wants = job.stages.flatMap((s) =>
    s.missing.flatMap((what): readonly ToDo[] => {
      // What several stages wait for is said once, where it is met.
      if (!said.delete(JSON.stringify(what))) return [];
      return [{ what, at: wantPlace(what, s.stage), item: null }];
    }),
  );
  return [...wants, ...openItems.map(asToDo)];
}

const asToDo = (item: OpenItem): ToDo => ({ what: item.what, at: itemPlace(item), item });
