import { everyPlug } from '../../harness/everyPlug';
import { type Fault, type HarnessInput, liveHarness, type LiveHarness, type WiredLamp } from '../../electric';
import type { SystemV } from '../../electric/formulas';
import type { PinMap } from '../../harness';
import { derived } from '../../kernel/derived';
import type { Family } from '../../catalogue/types';
import { positionKey } from '../../vehicle';
import type { JobRecord } from '../fold';
import { liveWiring } from './liveWiring';
import type { FeedMatter, WireMatters } from './wireMatters';
import type { PositionWiring } from './wiring';

/** A swap as far as its wires are decided. */
export interface WiredSwap {
  readonly id: string;
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  readonly feeds: readonly FeedMatter[];
}

/** A swap's network without its maps and rows. */
type InputValues = Omit<HarnessInput, 'circuits' | 'lamps'> & {
  readonly lamps: readonly (Omit<WiredLamp, 'map' | 'vehiclePlugs'> & {
    readonly plugs: readonly string[];
  })[];
};

/** A swap's harness as it is decided, by its rows and by what was chosen: what is kept of it hangs on these alone. */
export interface SwapHarness {
  readonly rows: { readonly family: Family; readonly maps: readonly PinMap[] };
  readonly values: InputValues;
}

/** The harness of a swap; lamps of which no map is known are left out. */
export function swapHarness(
  { id, wiring, matters, feeds }: WiredSwap,
  record: Pick<JobRecord, 'feeds'>,
  family: Family,
  systemV: SystemV,
  wrong?: readonly Fault[],
): SwapHarness {
  const wired = wiring.filter((w) => w.map !== null);
  const {
    circuits: _,
    lamps,
    ...rest
  } = liveWiring(
    {
      circuits: family.circuits ?? [],
      feeds: [...record.feeds].map(([at, { event }]) => ({
        at,
        ...(event.body.source ? { source: event.body.source } : {}),
      })),
      positions: family.places.map((p) => ({ key: positionKey(p.position), place: p })),
    },
    { id, wiring: wired, matters, feedMatters: feeds },
    systemV,
    wrong,
  );
  return {
    rows: { family, maps: wired.flatMap((w) => w.map ?? []) },
    values: {
      ...rest,
      lamps: lamps.map(({ map: _map, vehiclePlugs, ...lamp }) => ({
        ...lamp,
        plugs: vehiclePlugs.map((p) => p.id),
      })),
    },
  };
}

/** The harness with its rows again, as the network takes it. */
export function harnessInput({ rows: { family, maps }, values }: SwapHarness): HarnessInput {
  const { lamps, ...rest } = values;
  return {
    ...rest,
    circuits: family.circuits ?? [],
    lamps: lamps.flatMap(({ plugs, ...lamp }, i) => {
      const map = maps[i];
      const vehiclePlugs = everyPlug(family).filter(
        (p) => positionKey(p.position) === lamp.position && plugs.includes(p.id),
      );
      return map ? [{ ...lamp, map, vehiclePlugs }] : [];
    }),
  };
}

const live = derived((rows: SwapHarness['rows'], values: InputValues): LiveHarness =>
  liveHarness(harnessInput({ rows, values })),
);

/** A harness under the switches; what it was solved for is kept for as long as it stays as it is. */
export const liveSwap = ({ rows, values }: SwapHarness): LiveHarness => live(rows, values);
