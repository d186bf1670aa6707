import { weakMapMemoize } from 'reselect';
import { systemVOf } from '../../electric/formulas';
import type { Judgement, Known, SwapPlan } from '../../fitment';
import type { RowRef } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import { type DropPoint, type DropSources, readDrops } from './drops';
import { type HandJoint, handJoints } from './handJoints';
import { type OrderEntries, type SheetTime, type SwapOrders, swapOrders } from './orders';
import { type ProofLine, type ProofSources, readProofs } from './proof';
import type { JobSources, PinnedKind } from '../sources';
import {
  type FeedMatter,
  feedMatters,
  type MatterSources,
  wireMatters,
  type WireMatters,
} from './wireMatters';
import { wireNeeds, wireWork } from './wireNeeds';
import { type PositionWiring, swapWiring, type WiringSources } from './wiring';
import type { FactReading } from './facts';
import { judged, plannedSwap, knownText, partsById } from './choice';
import { part } from '../../kernel/part';

/** The state of a swap's choice against what is known now. */
export interface ChoiceCheck {
  readonly swap: SwapRecord;
  /** Judged again with the pinned rows and today's facts; null where a pinned row is missing. */
  readonly now: Judgement | null;
  /** The swap as it was chosen; null where a pinned row is missing. */
  readonly plan: SwapPlan | null;
  /** Catalogue rows that have a newer revision than the pinned one. */
  readonly revised: readonly string[];
  /** Wiring and light of each position; empty while no lamp is chosen. */
  readonly wiring: readonly PositionWiring[];
  /** Mode plugs, cures and lengths. */
  readonly matters: WireMatters;
  /** Extra feeds with every place they could come from. */
  readonly feeds: readonly FeedMatter[];
  /** Joints that are made by hand, with their pulls. */
  readonly joints: readonly HandJoint[];
  /** Where the loss under load can be read, and what was. */
  readonly drops: readonly DropPoint[];
  /** The function matrix; empty while no lamp is chosen. */
  readonly proofs: readonly ProofLine[];
  /** Quote, parts and boxes; null while no lamp is chosen. */
  readonly orders: SwapOrders | null;
}

const wiringEntries = part<JobRecord>()('decisions', 'pins', 'feeds', 'bench', 'harnessReads');
const matterEntries = part<JobRecord>()('decisions');
const proofEntries = part<JobRecord>()('proofs');
const orderEntries = part<JobRecord>()('quotes', 'partMoves', 'boxes', 'feeds');
const wiringSources = part<WiringSources>()(
  'family',
  'registry',
  'known',
  'unknownPlugs',
  'profiles',
  'parts',
  'connectors',
  'figures',
);
const matterSources = part<MatterSources>()('family', 'registry', 'known', 'systemV', 'figures');
const proofSources = part<ProofSources>()('family', 'registry', 'known');
const jointEntries = part<JobRecord>()('feeds', 'pins', 'decisions', 'tugs');
const dropEntries = part<JobRecord>()('feeds', 'dropReads');
const dropSources = part<DropSources>()('family', 'systemV', 'figures');
const orderSources = part<JobSources>()('parts', 'rates');

const wiringOf = weakMapMemoize(swapWiring);
const mattersOf = weakMapMemoize(wireMatters);
const feedsOf = weakMapMemoize(feedMatters);
const proofsOf = weakMapMemoize(readProofs);
const jointsOf = weakMapMemoize(handJoints);
const dropsOf = weakMapMemoize(readDrops);
const ordersOf = weakMapMemoize(
  (
    swap: SwapRecord,
    plan: SwapPlan,
    now: Judgement,
    entries: OrderEntries & Pick<JobRecord, 'feeds'>,
    { parts, rates }: Pick<JobSources, 'parts' | 'rates'>,
    wiring: readonly PositionWiring[],
    matters: WireMatters,
    feeds: readonly FeedMatter[],
    butts: number,
    rings: number,
    sheet: SheetTime | null,
  ) => {
    const decided = { swap, wiring, matters, feeds, joints: { butts, rings } };
    const lamps = new Map(plan.places.map((p) => [p.lamp.id, p.lamp]));
    const byId = partsById(parts);
    return swapOrders(
      swap,
      now,
      entries,
      { lamp: (id) => lamps.get(id), part: (id) => byId.get(id), rates },
      wireNeeds(decided, entries, parts),
      wireWork(decided, entries),
      { low: plan.application.minutesLow, high: plan.application.minutesHigh },
      sheet,
    );
  },
);

const NO_WIRING: readonly PositionWiring[] = [];
const NO_MATTERS: WireMatters = { modes: [], cures: [], routes: {} };
const NO_FEEDS: readonly FeedMatter[] = [];
const NO_PROOFS: readonly ProofLine[] = [];
const NO_JOINTS: readonly HandJoint[] = [];
const NO_DROPS: readonly DropPoint[] = [];

/** Reads one swap: each part of it anew only where what that part depends on has changed. */
export function checkChoice(
  swap: SwapRecord,
  record: JobRecord,
  sources: JobSources,
  known: Known,
  unknownPlugs: FactReading['unknownPlugs'],
  sheet: SheetTime | null,
  others: readonly SwapPlan[],
): ChoiceCheck {
  if (!swap.choice)
    return laid(swap, null, null, NO_WIRING, NO_MATTERS, NO_FEEDS, NO_PROOFS, null, NO_JOINTS, NO_DROPS, '');
  const all = { ...sources, known, unknownPlugs, systemV: systemVOf(known.get('system-voltage@vehicle')) };
  const plan = chosenPlan(swap, sources);
  const { registry, profiles, parts } = sources;
  const chosen = plan && judged(plan, registry, profiles, parts, knownText(known), ...others);
  const now = chosen?.now ?? null;
  const wiring = chosen ? wiringOf(swap, chosen.plan, wiringEntries(record), wiringSources(all)) : NO_WIRING;
  const matters = mattersOf(swap, wiring, matterEntries(record), matterSources(all));
  const feeds = feedsOf(wiring, matters, matterSources(all));
  const joints = jointsOf(swap, wiring, feeds, jointEntries(record));
  const count = (kind: HandJoint['kind']) => joints.filter((j) => j.kind === kind && j.bought).length;
  return laid(
    swap,
    now,
    chosen?.plan ?? null,
    wiring,
    matters,
    feeds,
    proofsOf(wiring, now, proofEntries(record), proofSources(all)),
    chosen &&
      ordersOf(
        swap,
        chosen.plan,
        chosen.now,
        orderEntries(record),
        orderSources(sources),
        wiring,
        matters,
        feeds,
        count('butt'),
        count('ring'),
        sheet,
      ),
    joints,
    dropsOf(swap.id, wiring, feeds, matters, dropEntries(record), dropSources(all)),
    revisedRows(swap, sources.pinned.head),
  );
}

/** The same check for the same parts. @param revised ids of newer rows, a line each */
const laid = weakMapMemoize(
  (
    swap: SwapRecord,
    now: Judgement | null,
    plan: SwapPlan | null,
    wiring: readonly PositionWiring[],
    matters: WireMatters,
    feeds: readonly FeedMatter[],
    proofs: readonly ProofLine[],
    orders: SwapOrders | null,
    joints: readonly HandJoint[],
    drops: readonly DropPoint[],
    revised: string,
  ): ChoiceCheck => ({
    swap,
    now,
    plan,
    revised: revised === '' ? [] : revised.split('\n'),
    wiring,
    matters,
    feeds,
    proofs,
    orders,
    joints,
    drops,
  }),
);

/** Rows of the shelf that are newer than a choice has them, a line each, sorted. */
function revisedRows(swap: SwapRecord, head: (kind: PinnedKind, id: string) => number | undefined): string {
  if (!swap.choice) return '';
  const { application, lamps, parts, sheets = [] } = swap.choice.event.body;
  const refs: readonly (readonly [PinnedKind, RowRef])[] = [
    ['application', application],
    ...Object.values(lamps).map((r) => ['lamp', r] as const),
    ...parts.map((r) => ['part', r] as const),
    ...sheets.map((r) => ['step-sheet', r] as const),
  ];
  const newer = refs.filter(([kind, ref]) => (head(kind, ref.id) ?? 0) > ref.rev).map(([, ref]) => ref.id);
  return [...new Set(newer)].sort().join('\n');
}

/** The swap as it was chosen, from the rows that it pinned. */
export function chosenPlan(swap: SwapRecord, s: JobSources): SwapPlan | null {
  const body = swap.choice?.event.body;
  const row = body && s.pinned.application(body.application);
  if (!row) return null;
  const lamps = Object.values(body.lamps).flatMap((ref) => s.pinned.lamp(ref) ?? []);
  return plannedSwap(row, s.family, JSON.stringify(swap.positions), ...lamps);
}
