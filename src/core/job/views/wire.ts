import type { FeedOf, PlugAt } from '../../kernel/ids';
import type { Circuit } from '../../controls';
import { figuresOf, type SystemV, systemVOf } from '../../electric/formulas';
import type { FeedSchool, FeedSource, HandPins, PinMap } from '../../harness';
import type { Part } from '../../catalogue/types';
import { type PositionKey, positionKey } from '../../vehicle';
import type { Calculator, Looked, PlugCheck } from '../events';
import type { FeedMatter, WireMatters } from '../readings/wireMatters';
import type { PositionWiring } from '../readings/wiring';
import { type FeedPlace, feedPlace } from '../readings/feedPlace';
import { mapAnew } from '../readings/mapping';
import { frameView, type PositionView } from './frame';
import { type Job, perJob } from './view';

/** How a swap's lamps are wired. */
export interface WireSwap {
  readonly id: string;
  readonly positions: readonly PositionKey[];
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  /** Extra feeds with every place that they could come from. */
  readonly feedMatters: readonly FeedMatter[];
}

/** What Wire shows. */
export interface WireView {
  readonly swaps: readonly WireSwap[];
  readonly positions: readonly PositionView[];
  readonly circuits: readonly Circuit[];
  /** null: the system's voltage is not known. */
  readonly systemV: SystemV | null;
  readonly plugRecords: readonly {
    readonly at: PlugAt;
    readonly event: string;
    readonly by: string;
    /** When it was looked at, ISO 8601. */
    readonly when: string;
    readonly checks: Readonly<Record<PlugCheck, Looked>>;
  }[];
  readonly feeds: readonly {
    readonly at: FeedOf;
    readonly event: string;
    readonly school: FeedSchool;
    readonly source?: FeedSource;
    /** null: it is told in words only. */
    readonly place: FeedPlace | null;
    readonly words: string;
    readonly by: string;
  }[];
  /** Results of calculators that were put into the job. */
  readonly figures: readonly {
    readonly event: string;
    readonly calculator: Calculator;
    readonly inputs: readonly { readonly name: string; readonly typed: string }[];
    readonly result: string;
    readonly formula: string;
    readonly position: PositionKey | null;
    readonly words: string;
    readonly by: string;
    readonly at: string;
  }[];
}

/**
 * The map of a lamp as it would be otherwise.
 * @param adapters parts that may be taken
 * @param pins pins by hand; null: as they fall
 */
export function mapOtherwise(
  { pack, reading }: Job,
  at: PositionWiring,
  adapters: readonly Part[],
  pins: HandPins | null = null,
): PinMap {
  const { body: family } = pack.family;
  const place = family.places.find((p) => positionKey(p.position) === at.position);
  const systemV = systemVOf(reading.context.known.get('system-voltage@vehicle'));
  return mapAnew(
    at,
    place?.position.side ?? 'centre',
    systemV,
    family,
    pack.connectors,
    adapters,
    figuresOf(pack.figures ?? {}),
    pins,
  );
}

/** Lays out Wire. */
export const wireView = perJob((job: Job): WireView => {
  const { record, checks, context } = job.reading;
  return {
    swaps: checks.map(({ swap, wiring, matters, feeds }) => ({
      id: swap.id,
      positions: swap.positions,
      wiring,
      matters,
      feedMatters: feeds,
    })),
    positions: frameView(job).positions,
    circuits: job.pack.family.body.circuits ?? [],
    systemV: systemVOf(context.known.get('system-voltage@vehicle')),
    plugRecords: [...record.plugs].map(([at, { event: e }]) => ({
      at,
      event: e.id,
      by: e.user,
      when: e.at,
      checks: e.body.checks,
    })),
    feeds: [...record.feeds].map(([at, { event: e }]) => ({
      at,
      event: e.id,
      school: e.body.school,
      ...(e.body.source ? { source: e.body.source } : {}),
      place: e.body.source ? feedPlace(e.body.source, job.pack.family.body) : null,
      words: e.body.words ?? '',
      by: e.user,
    })),
    figures: record.figures.map((e) => ({
      event: e.id,
      calculator: e.body.calculator,
      inputs: e.body.inputs,
      result: e.body.result,
      formula: e.body.formula,
      position: e.body.position ?? null,
      words: e.body.words ?? '',
      by: e.user,
      at: e.at,
    })),
  };
});
