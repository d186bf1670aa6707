import { type FeedOf, feedOf, type PlugAt, plugAt } from '../../kernel/ids';
import type { Circuit } from '../../controls';
import type { SystemV } from '../../electric/formulas';
import {
  type FeedCandidate,
  type FeedSource,
  liveCases,
  sourceId,
  type WirePart,
  wireParts,
} from '../../harness';
import type { Fault, HarnessInput, WiredFeed } from '../../electric';
import type { FeedMatter, WireMatters } from './wireMatters';
import type { PositionWiring } from './wiring';

/** *Settings*: a wire taken where none was reckoned; from the fuse box to the firewall, m; the way back to the body, m. */
const FEED_WIRE = '0.75 mm²';
const FIREWALL_M = 1.5;
const FIREWALL_MM = 1200;
const UNKNOWN_LOOM_M = 4;
const GROUND_M = 1;

/** Feeds as they were decided. */
export interface DecidedFeeds {
  readonly feeds: readonly { readonly at: FeedOf; readonly source?: FeedSource }[];
}

/** The line as far as its wires go. */
export interface LineWires extends DecidedFeeds {
  readonly circuits: readonly Circuit[];
  readonly positions: readonly {
    readonly key: string;
    readonly place: { readonly xMm: number; readonly yMm: number };
  }[];
}

/** A swap with what its wiring has decided. */
export interface LiveSwap {
  readonly id: string;
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  readonly feedMatters: readonly FeedMatter[];
}

/** The candidate that was taken for a feed of a swap; undefined: nobody has, or the vehicle has that place no more. */
export function takenCandidate(
  view: DecidedFeeds,
  swap: string,
  matter: FeedMatter,
): FeedCandidate | undefined {
  const source = view.feeds.find((x) => x.at === feedOf(swap, matter.does))?.source;
  return source && matter.candidates.find((c) => c.id === sourceId(source));
}

/**
 * A swap's harness as the network's input: what was decided, at the lengths that are known. The vehicle's own loom is
 * reckoned from the plan.
 * @param faults what is wrong in it
 */
export function liveWiring(
  view: LineWires,
  swap: LiveSwap,
  systemV: SystemV,
  faults?: readonly Fault[],
): HarnessInput {
  const decided = new Map(swap.wiring.flatMap((w) => w.feeds.map((f) => [f.does, f] as const)));
  const feeds = [...decided.values()].map((feed): WiredFeed => {
    const matter = swap.feedMatters.find((f) => f.does === feed.does);
    const c = matter && takenCandidate(view, swap.id, matter);
    const legM = Object.fromEntries((c?.legs ?? []).map((l) => [l.position, l.lengthM]));
    // One that is told in words only is live as its school usually is.
    return { does: feed.does, live: liveCases(feed), wire: c?.wire ?? FEED_WIRE, legM };
  });
  const resistors = Object.fromEntries(
    swap.matters.cures.flatMap((c) => {
      const r = c.options.find((o) => o.cure === 'resistor')?.resistor;
      return c.chosen === 'resistor' && r?.kind === 'resistor' ? [[c.circuit, r.ohm]] : [];
    }),
  );
  const loomM = (position: string): number => {
    const place = view.positions.find((p) => p.key === position)?.place;
    return place
      ? FIREWALL_M + (Math.abs(place.xMm) + Math.abs(place.yMm - FIREWALL_MM)) / 1000
      : UNKNOWN_LOOM_M;
  };
  const lamps = swap.wiring.flatMap(({ position, map, vehiclePlugs, lamp }) =>
    map
      ? [
          {
            position,
            map,
            vehiclePlugs,
            lampMinV: lamp.workingMinV,
            loomM: loomM(position),
            groundM: GROUND_M,
          },
        ]
      : [],
  );
  return {
    systemV,
    lamps,
    circuits: view.circuits,
    feeds,
    resistors,
    ...(faults ? { faults } : {}),
  };
}

/** Everything to buy or make for a swap's wiring, as it is decided so far. */
export function swapWireParts(view: DecidedFeeds, swap: LiveSwap): readonly WirePart[] {
  return wireParts({
    lamps: swap.wiring.flatMap((w) => (w.map ? [{ map: w.map, build: w.build }] : [])),
    feeds: swap.feedMatters.flatMap((f) => takenCandidate(view, swap.id, f) ?? []),
    cures: swap.matters.cures.flatMap((c) => {
      const resistor = c.options.find((o) => o.cure === 'resistor')?.resistor;
      return c.chosen ? [{ cure: c.chosen, resistor, lamps: c.positions.length }] : [];
    }),
  });
}

/** How much each part of a lamp's wiring still asks. */
export interface WireOpen {
  readonly map: number;
  readonly feeds: number;
  readonly choices: number;
  readonly checks: number;
  readonly plugs: number;
}

/** Counts what is still to be done about a lamp's wiring: joints that do not hold, feeds, choices, readings, plugs. */
export function wireOpen(
  view: { readonly plugRecords: readonly { readonly at: PlugAt }[] },
  swap: Pick<LiveSwap, 'matters'>,
  w: PositionWiring,
): WireOpen {
  const { modes, cures } = swap.matters;
  return {
    map: (w.map?.conflicts ?? []).filter((c) => c.code === 'latch-mirrored' || c.code === 'plug-unmated')
      .length,
    feeds: w.undecided.length,
    choices:
      modes.filter((m) => m.position === w.position && !m.chosen).length +
      cures.filter((c) => c.positions.includes(w.position) && !c.chosen).length,
    checks: w.build ? (w.checks?.ring ?? []).filter((r) => !r.read).length : 0,
    plugs: w.vehiclePlugs.filter((p) => !view.plugRecords.some((r) => r.at === plugAt(w.position, p.id)))
      .length,
  };
}
