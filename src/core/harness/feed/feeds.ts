import {
  type Circuit,
  type ControlState,
  type Difference,
  differences,
  expressionOf,
  holds,
  type LevelCase,
  type Need,
  stateText,
} from '../../controls';
import {
  drainDays,
  feedFuse,
  type Figures,
  sizesLike,
  USUAL_FIGURES,
  voltageDrop,
  type WireSize,
  WIRES,
} from '../../electric/formulas';
import type { FeedSchool } from './feedSchool';
import { clean } from '../../kernel/clean';
import { compareText, type Prose, type Reason, reason } from '../../kernel/reason';
import type { Battery, Environment, FuseBox, FuseSlot, PluginLead } from './fuseBox';
import { leadRoute, type LeadWays } from './leadRoute';
import { type Leg, legsFrom, type Point } from './route';

/** The three ways of taking a feed at a fuse: beside the old fuse, behind it, or in its place. */
export const SLOT_WAYS = ['tap', 'downstream', 'replaced'] as const;
export type SlotWay = (typeof SLOT_WAYS)[number];

/** Where a feed is taken. */
export type FeedSource =
  | { readonly kind: 'slot'; readonly box: string; readonly slot: string; readonly way: SlotWay }
  | { readonly kind: 'lead'; readonly lead: string }
  | { readonly kind: 'battery' }
  | { readonly kind: 'wire'; readonly circuit: string };

/** The id of a source, and of the candidate that takes it: `slot:cabin/F14/tap`, `lead:aux-1`, `battery`, `wire:position`. */
export function sourceId(source: FeedSource): string {
  switch (source.kind) {
    case 'slot':
      return `slot:${source.box}/${source.slot}/${source.way}`;
    case 'lead':
      return `lead:${source.lead}`;
    case 'battery':
      return 'battery';
    case 'wire':
      return `wire:${source.circuit}`;
  }
}

/** What an input wants that no wire of the plug gives. */
export interface FeedNeed {
  /** When it has to be live; null: nothing says. */
  readonly need: Need | null;
  /** What the lamp itself makes of it: where one of these holds, the feed may be live as it likes. */
  readonly behaviour: readonly LevelCase[];
  readonly takesPulsed: boolean;
  /** Of one lamp, A; each leg carries one. */
  readonly eachA: number;
  readonly targets: readonly (Point & { readonly position: string })[];
  readonly testV: number;
  readonly lampMinV: number;
  readonly limitV: number;
}

/** Every place of a vehicle that a feed could come from. */
export interface FeedSources {
  readonly boxes: readonly FuseBox[];
  readonly leads: readonly PluginLead[];
  readonly battery: Battery | null;
  /** Circuits of the wires at the lamp, with what the new lamp draws from each, and where they are. */
  readonly wires: readonly { readonly circuit: Circuit; readonly drawnA: number }[];
  readonly measuredMm?: Readonly<Record<string, number>>;
  /** Named points of the line that a lead is laid along; absent: nobody has named any. */
  readonly ways?: LeadWays;
  /** Circuits that lamps of the vehicle hang on: a place that feeds one may not be emptied. */
  readonly lampCircuits?: readonly string[];
  /** Figures of the shop; absent: the usual ones. */
  readonly figures?: Figures;
}

/** In how many states live and needed differ, and the first of them. */
export interface FeedDifference {
  readonly states: number;
  readonly first: ControlState | null;
}

/** One such place for one need, judged. */
export interface FeedCandidate {
  /** `slot:cabin/F14/tap`, `lead:aux-1`, `battery`, `wire:position`. */
  readonly id: string;
  readonly school: FeedSchool;
  readonly source: FeedSource;
  /** `suits`: nothing stands against it that matters; `care`: it works, mind what stands against; `not`: do not. */
  readonly verdict: 'suits' | 'care' | 'not';
  readonly live: readonly LevelCase[];
  /** States in which it is live and should not be, and those in which it should be and is not. */
  readonly extra: FeedDifference;
  readonly dark: FeedDifference;
  /** What is left after the new load, A; null: not known. */
  readonly spareA: number | null;
  readonly fuseA: number | null;
  readonly wire: WireSize | null;
  readonly legs: readonly Leg[];
  /** On the longest leg. */
  readonly dropV: number | null;
  readonly drainDays: number | null;
  readonly environment: Environment;
  readonly reversible: boolean;
  /** What is lost by it: a slot that is emptied. */
  readonly loses: { readonly serves: Prose; readonly circuits: readonly string[] } | null;
  readonly for: readonly Reason[];
  readonly against: readonly Reason[];
}

/** *Settings*: what a two-fuse tap bears, A; what a sensing module draws while nothing runs, mA. */
export const TAP_RATING_A = 10;
/** *Setting*: what a module that senses running bears at its output, A. */
export const MODULE_RATING_A = 10;
/** *Setting*: what a battery module draws at rest, mA. */
export const MODULE_MA = 9;

/** When a module that senses the running engine's voltage makes its output live. */
const RUNNING: readonly LevelCase[] = [{ when: 'running', level: { kind: 'on' } }];

/** Every place that a feed can be taken from, best first, each with what speaks for it and against it. */
export function feedCandidates(need: FeedNeed, s: FeedSources): readonly FeedCandidate[] {
  const list = [
    ...s.leads.map((l) => ofLead(need, s, l)),
    ...s.boxes.flatMap((box) =>
      box.slots.flatMap((slot) =>
        // An empty place that is live has nothing to share and nothing to lose.
        slot.ratingA === null
          ? isEverLive(slot)
            ? [ofSlot(need, s, box, slot, 'tap')]
            : []
          : SLOT_WAYS.map((way) => ofSlot(need, s, box, slot, way)),
      ),
    ),
    ...(s.battery ? [ofBattery(need, s, s.battery)] : []),
    ...s.wires.map((w) => ofWire(need, s, w)),
  ];
  const order = { suits: 0, care: 1, not: 2 } as const;
  return list.sort(
    (a, b) =>
      order[a.verdict] - order[b.verdict] ||
      a.dark.states - b.dark.states ||
      a.against.length - b.against.length ||
      a.extra.states - b.extra.states ||
      (a.dropV ?? 99) - (b.dropV ?? 99) ||
      compareText(a.id, b.id),
  );
}

const isEverLive = (slot: FuseSlot): boolean => slot.cases.some((c) => c.level.kind !== 'off');
const figuresIn = (s: FeedSources): Figures => s.figures ?? USUAL_FIGURES;
/** The legs from a source, along the line's named points where they lead there. */
const legsOf = (need: FeedNeed, s: FeedSources, from: string, at: Point): readonly Leg[] =>
  legsFrom(at, need.targets, s.measuredMm, (position) => leadRoute(s.ways, from, position));
const totalOf = (need: FeedNeed) => need.eachA * need.targets.length;

/** Every place is judged over these too, or one that is always live would differ in fewer states than one with the key. */
const COMPARED = ['key', 'running', 'lights'] as const;

/** Where live and needed differ, but for states in which the lamp itself decides. */
function against(need: FeedNeed, live: readonly LevelCase[]) {
  if (need.need === null) return { extra: summed([]), dark: summed([]), keyOff: false };
  const own = need.behaviour.map((c) => expressionOf(c.when));
  const differ = differences(live, need.need, need.takesPulsed, COMPARED).filter(
    (d) => d.needs.kind !== 'off' || !own.some((e) => holds(e, d.state)),
  );
  return {
    keyOff: differ.some((d) => d.needs.kind === 'off' && d.state.key === 'off'),
    extra: summed(differ.filter((d) => d.needs.kind === 'off')),
    dark: summed(differ.filter((d) => d.needs.kind !== 'off')),
  };
}

const inWords = (d: FeedDifference) => ({ states: d.states, state: d.first ? stateText(d.first) : '' });

const summed = (list: readonly Difference[]): FeedDifference => ({
  states: list.length,
  first: list[0]?.state ?? null,
});

/** The thinnest metric wire that bears its fuse and keeps the drop, on the longest leg. */
function wireFor(need: FeedNeed, legs: readonly Leg[], figures: Figures) {
  const lengthM = Math.max(0, ...legs.map((l) => l.lengthM));
  for (const wire of sizesLike('0.75 mm²').filter((w) => WIRES[w].mm2 >= 0.75)) {
    const fuse = feedFuse(totalOf(need), wire, figures);
    if (fuse.kind !== 'fuse') continue;
    const drop = voltageDrop(
      { currentA: need.eachA, lengthM, wire, tempC: 60, return: 'two-wire' },
      need.testV,
      need.lampMinV,
      need.limitV,
    );
    if (drop.within && drop.lampEnough) return { wire, fuseA: fuse.fuseA, dropV: clean(drop.dropV) };
  }
  return { wire: null, fuseA: null, dropV: null };
}

type Draft = Omit<FeedCandidate, 'id' | 'verdict' | 'extra' | 'dark' | 'wire' | 'fuseA' | 'dropV'> & {
  /** Reasons that rule it out. */
  readonly never: readonly Reason[];
};

function judged(need: FeedNeed, figures: Figures, draft: Draft): FeedCandidate {
  const { never, ...d } = draft;
  const { extra, dark, keyOff } = against(need, d.live);
  const run = wireFor(need, d.legs, figures);
  const stop: Reason[] = [...never];
  const mind: Reason[] = [...d.against];
  if (d.spareA !== null && d.spareA < 0) stop.push(reason('feed-over', { byA: clean(-d.spareA) }));
  if (dark.states > 0) stop.push(reason('feed-dark', inWords(dark)));
  if (keyOff) mind.push(reason('feed-key-off'));
  if (extra.states > 0) mind.push(reason('feed-extra', inWords(extra)));
  if (need.need === null) mind.push(reason('feed-need-open'));
  if (d.legs.length > 0 && run.wire === null) stop.push(reason('feed-no-wire'));
  if (d.spareA === null) mind.push(reason('feed-spare-unknown'));
  return {
    id: sourceId(d.source),
    ...d,
    ...run,
    extra,
    dark,
    against: [...stop, ...mind],
    verdict: stop.length > 0 ? 'not' : mind.length > 0 ? 'care' : 'suits',
  };
}

function ofLead(need: FeedNeed, s: FeedSources, lead: PluginLead): FeedCandidate {
  const figures = figuresIn(s);
  return judged(need, figures, {
    school: 'plug-in-lead',
    source: { kind: 'lead', lead: lead.id },
    live: lead.cases,
    spareA: clean(lead.ratingA * figures.fuseShare - lead.steadyA - totalOf(need)),
    legs: legsOf(need, s, `lead:${lead.id}`, lead),
    drainDays: null,
    environment: lead.environment,
    reversible: true,
    loses: null,
    for: [reason('feed-made-for-it'), reason('feed-reversible')],
    against: [],
    never: [],
  });
}

function ofSlot(need: FeedNeed, s: FeedSources, box: FuseBox, slot: FuseSlot, way: SlotWay): FeedCandidate {
  const figures = figuresIn(s);
  const total = totalOf(need);
  const rating = slot.ratingA ?? 0;
  const row = box.feeds.find((f) => f.row === slot.row);
  const rowSpareA = row ? row.ratingA * figures.fuseShare - row.steadyA - total : null;
  const empty = slot.ratingA === null;
  // What feeds the row carries the new load whichever way it is taken; a fuse that goes takes its load away.
  const ofRow = rowSpareA === null ? null : rowSpareA + (way === 'replaced' ? slot.steadyA : 0);
  const own = {
    // The old fuse does not carry the new load: the tap does.
    tap: TAP_RATING_A * figures.fuseShare - total,
    downstream: rating * figures.fuseShare - slot.steadyA - total,
    replaced: rating * figures.fuseShare - total,
  }[way];
  // Over by itself is over, whatever the row has; else a row that nobody knows is to be asked.
  const spareA = ofRow === null ? (own < 0 ? own : null) : Math.min(own, ofRow);
  const lost = way === 'replaced' ? slot.circuits.filter((c) => s.lampCircuits?.includes(c)) : [];
  const never = [
    ...(slot.protects ? [reason('feed-protected', { system: slot.protects, slot: slot.id })] : []),
    ...(lost.length > 0 ? [reason('feed-loses-lamps', { slot: slot.id, circuits: lost })] : []),
  ];
  const mind = {
    tap: slot.liveSide === 'unknown' ? [reason('feed-live-side', { slot: slot.id })] : [],
    downstream: [reason('feed-shares-fuse', { ratingA: rating, steadyA: slot.steadyA })],
    replaced: [reason('feed-loses', { serves: slot.serves, slot: slot.id })],
  }[way];
  return judged(need, figures, {
    school: 'fuse-tap',
    source: { kind: 'slot', box: box.id, slot: slot.id, way },
    live: slot.cases,
    spareA: spareA === null ? null : clean(spareA),
    legs: legsOf(need, s, `box:${box.id}`, box),
    drainDays: null,
    environment: box.environment,
    reversible: true,
    loses: way === 'replaced' ? { serves: slot.serves, circuits: slot.circuits } : null,
    for: [
      reason('feed-reversible'),
      ...(way === 'tap' ? [reason('feed-own-fuse')] : []),
      ...(empty ? [reason('feed-empty-place')] : []),
      ...(box.environment === 'cabin' ? [reason('feed-dry')] : []),
    ],
    against: mind,
    never,
  });
}

function ofBattery(need: FeedNeed, s: FeedSources, battery: Battery): FeedCandidate {
  const figures = figuresIn(s);
  const days = drainDays(battery.capacityAh, battery.ownDrawMa, MODULE_MA, figures.usableShare);
  return judged(need, figures, {
    school: 'battery-module',
    source: { kind: 'battery' },
    live: RUNNING,
    spareA: clean(MODULE_RATING_A * figures.fuseShare - totalOf(need)),
    legs: legsOf(need, s, 'battery', battery),
    drainDays: days,
    environment: 'engine-bay',
    reversible: true,
    loses: null,
    for: [reason('feed-senses-running'), reason('feed-reversible')],
    against: [
      reason('feed-drain', { addedMa: MODULE_MA, days: Math.round(days) }),
      reason('feed-fuse-at-post'),
      ...(battery.negativeSensor ? [reason('feed-sensor-ground')] : []),
    ],
    never: [],
  });
}

function ofWire(
  need: FeedNeed,
  s: FeedSources,
  { circuit, drawnA }: { readonly circuit: Circuit; readonly drawnA: number },
): FeedCandidate {
  const figures = figuresIn(s);
  const sides = Math.max(1, need.targets.length);
  return judged(need, figures, {
    school: 'lamp-wire',
    source: { kind: 'wire', circuit: circuit.id },
    live: circuit.cases,
    spareA: clean(circuit.fuseA * figures.fuseShare - circuit.steadyA - drawnA * sides - totalOf(need)),
    // Taken beside the lamp itself: half a metre.
    legs: need.targets.map((t) => ({ position: t.position, lengthM: 0.5, known: 'estimated' as const })),
    drainDays: null,
    environment: 'outside',
    reversible: false,
    loses: null,
    for: [reason('feed-short-run')],
    against: [
      reason('feed-cuts-strands'),
      ...(circuit.monitoring.kind === 'none' ? [] : [reason('feed-monitored', { circuit: circuit.id })]),
    ],
    never: circuit.switched === 'ground' ? [reason('feed-ground-switched', { circuit: circuit.id })] : [],
  });
}

/** When a chosen source is live; null: it is not on the shelf any more. */
export function liveOf(source: FeedSource, s: FeedSources): readonly LevelCase[] | null {
  switch (source.kind) {
    case 'battery':
      return RUNNING;
    case 'lead':
      return s.leads.find((l) => l.id === source.lead)?.cases ?? null;
    case 'wire':
      return s.wires.find((w) => w.circuit.id === source.circuit)?.circuit.cases ?? null;
    case 'slot':
      return s.boxes.find((b) => b.id === source.box)?.slots.find((x) => x.id === source.slot)?.cases ?? null;
  }
}
