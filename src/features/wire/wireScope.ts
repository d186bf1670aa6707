import type { SystemV } from '@/core/electrical';
import type { ConnectorHalf, FuseBox, PluginLead } from '@/core/harness';
import type { FeedMatter, JobView, PositionWiring, SwapView } from '@/core/job';
import { type HarnessInput, liveHarness, type WiredFeed } from '@/core/network';
import { circuitFinder } from '@/core/controls';
import type { Part } from '@/core/shelf';

/** What the page hands to Wire beside the job. */
export interface WireData {
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly parts: readonly Part[];
  readonly stock: Readonly<Record<string, number>>;
  readonly feeds: Readonly<Record<string, readonly FeedMatter[]>>;
  readonly fuseBoxes: readonly FuseBox[];
  readonly leads: readonly PluginLead[];
  readonly systemV: SystemV | null;
}

export interface PanelProps {
  readonly wiring: PositionWiring;
  readonly swap: SwapView;
  readonly data: WireData;
}

/** The swap's harness as the network's input; `broken`: elements that are taken away. */
export function harnessInput(
  view: JobView,
  swap: SwapView,
  data: WireData,
  broken?: ReadonlySet<string>,
): HarnessInput | null {
  if (data.systemV === null) return null;
  const feeds = (data.feeds[swap.id] ?? []).flatMap((f): readonly WiredFeed[] => {
    const decided = view.feeds.find((x) => x.at === `${swap.id}/${f.does}`);
    const live = swap.wiring.flatMap((w) => w.feeds).find((x) => x.does === f.does)?.live;
    const c = f.candidates.find((x) => x.id === candidateId(decided?.source));
    if (!decided || !live) return [];
    return [
      {
        does: f.does,
        live,
        wire: c?.wire ?? '0.75 mm²',
        legM: Object.fromEntries((c?.legs ?? []).map((l) => [l.position, l.lengthM])),
      },
    ];
  });
  const resistors = Object.fromEntries(
    swap.matters.cures.flatMap((c) => {
      const r = c.options.find((o) => o.cure === 'resistor')?.resistor;
      return c.chosen === 'resistor' && r?.kind === 'resistor' ? [[c.circuit, r.ohm]] : [];
    }),
  );
  return {
    systemV: data.systemV,
    lamps: swap.wiring.flatMap((w) =>
      w.map
        ? [
            {
              position: w.position,
              map: w.map,
              vehiclePlugs: w.vehiclePlugs,
              lampMinV: w.lamp.workingMinV,
              loomM: loomM(view, w.position),
              groundM: 1,
            },
          ]
        : [],
    ),
    circuit: circuitFinder(view.circuits),
    feeds,
    resistors,
    ...(broken ? { broken } : {}),
  };
}

export const liveOfSwap = (view: JobView, swap: SwapView, data: WireData, broken?: ReadonlySet<string>) => {
  const input = harnessInput(view, swap, data, broken);
  return input && liveHarness(input);
};

/** The factory loom from the front of the cabin to the lamp, as far as the plan tells, m. */
function loomM(view: JobView, position: string): number {
  const place = view.positions.find((p) => p.key === position)?.place;
  return place ? 1.5 + (Math.abs(place.xMm) + Math.abs(place.yMm - 1200)) / 1000 : 4;
}

/** The id of the candidate that a chosen source is. */
export function candidateId(source: JobView['feeds'][number]['source']): string | null {
  if (!source) return null;
  switch (source.kind) {
    case 'slot':
      return `slot:${source.box}/${source.slot}/${source.way}`;
    case 'lead':
      return `lead:${source.lead}`;
    case 'wire':
      return `wire:${source.circuit}`;
    case 'battery':
      return 'battery';
  }
}
