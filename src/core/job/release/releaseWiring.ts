import { sourceId } from '../../harness';
import type { Family } from '../../catalogue/types';
import { type FeedPlace, feedPlace } from '../readings/feedPlace';
import { feedOf } from '../../kernel/ids';
import type { Cure } from '../../electric/formulas';
import type { Prose } from '../../kernel/reason';
import type { LampFunction, PositionKey } from '../../vehicle';
import type { Calculator } from '../events';
import type { JobReading } from '../readJob';

/** What was done to the wiring, as the record keeps it: what was fed from where, spliced, chosen and reckoned. */
export interface ReleaseWiring {
  readonly feeds: readonly {
    readonly does: LampFunction;
    readonly words: string;
    /** Absent: told in words only, or frozen before places were. */
    readonly place?: FeedPlace;
    /** Of its fuse. Absent: nothing in between is fused by us, or frozen before it was kept. */
    readonly fuseA?: number;
    readonly by: string;
  }[];
  readonly adapters: readonly {
    readonly position: PositionKey;
    readonly parts: readonly string[];
    /** Absent in documents of before: only ids were kept. */
    readonly names?: readonly (Prose | null)[];
  }[];
  readonly leads: readonly { readonly position: PositionKey; readonly wires: number }[];
  readonly cures: readonly { readonly circuit: string; readonly cure: Cure }[];
  readonly modes: readonly { readonly position: PositionKey; readonly chosen: 'open' | 'closed' }[];
  readonly figures: readonly {
    readonly calculator: Calculator;
    readonly result: string;
    readonly by: string;
  }[];
}

/** Freezes the wiring of a job. */
export function releaseWiring(
  reading: JobReading,
  family: Family,
  nameOf: (user: string) => string,
): ReleaseWiring {
  const wiring = reading.checks.flatMap((c) => c.wiring);
  const matters = reading.checks.map((c) => c.matters);
  return {
    feeds: reading.checks.flatMap((c) =>
      [...new Set(c.wiring.flatMap((w) => w.feeds.map((f) => f.does)))].flatMap((does) => {
        const e = reading.record.feeds.get(feedOf(c.swap.id, does))?.event;
        if (!e) return [];
        const { words = '', source } = e.body;
        const place = source && feedPlace(source, family);
        const taken =
          source &&
          c.feeds
            .flatMap((f) => (f.does === does ? f.candidates : []))
            .find((x) => x.id === sourceId(source));
        return [
          {
            does,
            words,
            ...(place ? { place } : {}),
            ...(taken && taken.fuseA !== null ? { fuseA: taken.fuseA } : {}),
            by: nameOf(e.user),
          },
        ];
      }),
    ),
    adapters: wiring.flatMap((w) =>
      w.map && w.map.adapters.length > 0
        ? [
            {
              position: w.position,
              parts: w.map.adapters,
              names: w.map.adapters.map((id) => reading.context.parts.get(id)?.name ?? null),
            },
          ]
        : [],
    ),
    leads: wiring.flatMap((w) => (w.build ? [{ position: w.position, wires: w.build.wires.length }] : [])),
    cures: matters.flatMap((m) =>
      m.cures.flatMap((c) => (c.chosen ? [{ circuit: c.circuit, cure: c.chosen }] : [])),
    ),
    modes: matters.flatMap((m) =>
      m.modes.flatMap((x) => (x.chosen ? [{ position: x.position, chosen: x.chosen }] : [])),
    ),
    figures: reading.record.figures.map((e) => ({
      calculator: e.body.calculator,
      result: e.body.result,
      by: nameOf(e.user),
    })),
  };
}
