import { weakMapMemoize } from 'reselect';
import type { SystemV } from '../../electric/formulas';
import type { LightFinding } from '../../light/judge/finding';
import type { Judgement, Known, SwapPlan } from '../../fitment';
import type { RowRef } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import type { JobLight } from './jobLight';
import { lightFindings } from './lightFindings';
import type { WiredSwap } from './swapHarness';
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
  /** Wiring of each position; empty while no lamp is chosen. */
  readonly wiring: readonly PositionWiring[];
  /** What the market's rules say of its lamps in every setting. */
  readonly light: readonly LightFinding[];
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
const NO_LIGHT: readonly LightFinding[] = [];

/** A swap with its wiring, before what its lamps do on it. */
export interface WiredChoice extends WiredSwap {
  readonly swap: SwapRecord;
  readonly plan: SwapPlan | null;
  readonly now: Judgement | null;
}

/** Judges a swap's choice again and wires it: each part anew only where what that part depends on has changed. */
export function wireChoice(
  swap: SwapRecord,
  record: JobRecord,
  sources: KnownSources,
  others: readonly SwapPlan[],
): WiredChoice {
  const plan = swap.choice ? chosenPlan(swap, sources) : null;
  const { registry, profiles, parts, known } = sources;
  const chosen = plan && judged(plan, registry, profiles, parts, knownText(known), ...others);
  const wiring = chosen
    ? wiringOf(swap, chosen.plan, wiringEntries(record), wiringSources(sources))
    : NO_WIRING;
  const matters = swap.choice
    ? mattersOf(swap, wiring, matterEntries(record), matterSources(sources))
    : NO_MATTERS;
  const feeds = swap.choice ? feedsOf(wiring, matters, matterSources(sources)) : NO_FEEDS;
  return { id: swap.id, swap, plan: chosen?.plan ?? null, now: chosen?.now ?? null, wiring, matters, feeds };
}

/** The rows of a job with what is known of its vehicle. */
export interface KnownSources extends JobSources {
  readonly known: Known;
  readonly unknownPlugs: FactReading['unknownPlugs'];
  readonly systemV: SystemV | null;
}

/** Reads one swap with what its lamps do. @param light that of all swaps of the job */
export function checkChoice(
  { swap, plan, now, wiring, matters, feeds }: WiredChoice,
  record: JobRecord,
  sources: KnownSources,
  light: JobLight,
  sheet: SheetTime | null,
): ChoiceCheck {
  if (!swap.choice)
    return laid(
      swap,
      null,
      null,
      NO_WIRING,
      NO_MATTERS,
      NO_FEEDS,
      NO_PROOFS,
      null,
      NO_JOINTS,
      NO_DROPS,
      NO_LIGHT,
      '',
    );
  const joints = jointsOf(swap, wiring, feeds, jointEntries(record));
  const count = (kind: HandJoint['kind']) => joints.filter((j) => j.kind === kind && j.bought).length;
  return laid(
    swap,
    now,
    plan,
    wiring,
    matters,
    feeds,
    proofsOf(wiring, now, proofEntries(record), proofSources(sources), light),
    plan && now
      ? ordersOf(
          swap,
          plan,
          now,
          orderEntries(record),
          orderSources(sources),
          wiring,
          matters,
          feeds,
          count('butt'),
          count('ring'),
          sheet,
        )
      : null,
    joints,
    dropsOf(swap.id, wiring, feeds, matters, dropEntries(record), dropSources(sources)),
    lightFindings(wiring, light, sources),
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
    light: readonly LightFinding[],
    revised: string,
  ): ChoiceCheck => ({
    swap,
    now,
    plan,
    revised: revised === '' ? [] : revised.split('\n'),
    wiring,
    light,
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
