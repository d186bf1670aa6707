import type { Fault } from '../../electric';
import type { Cure, SystemV } from '../../electric/formulas';
import { derived } from '../../kernel/derived';
import type { Flasher } from '../../light/overTime/flasher';
import type { VehicleLight } from '../../light/overTime/lightTypes';
import { programOf } from '../../light/program/usual';
import { type LampByCases, lightByCases } from '../../light/supply/byCases';
import { lightByCurrent, type WiredForLight } from '../../light/supply/byCurrent';
import type { Family, Lamp } from '../../catalogue/types';
import type { PinMap } from '../../harness';
import type { PositionKey } from '../../vehicle';
import type { Timed } from '../events';
import type { JobRecord } from '../fold';
import { liveSwap, type SwapHarness, swapHarness, type WiredSwap } from './swapHarness';
import { type TimedBody, timedFlasher, timedLamp } from './timedLight';
import { type PositionWiring, sideAt } from './wiring';

/** What the new lamps of a job do. */
export interface JobLight {
  /** The lamps whose wiring is known, of all swaps, on the currents of their harnesses. */
  readonly wired: VehicleLight;
  /** The lamps of which nobody knows how they are wired, each supplied as it needs to be. */
  readonly unwired: VehicleLight;
  readonly flasher: Flasher | null;
}

/** *Setting*: the system that is reckoned with where nobody has said. */
export const TAKEN_V: SystemV = 12;

type LightEntries = Pick<JobRecord, 'feeds' | 'lightTimes'>;

interface LightRows {
  readonly family: Family;
  readonly lamps: readonly Lamp[];
  readonly maps: readonly PinMap[];
}

interface LightValues {
  readonly swaps: readonly {
    readonly harness: SwapHarness['values'];
    readonly lamps: readonly LampValues[];
  }[];
  readonly unwired: readonly LampValues[];
  readonly flash: TimedBody | null;
  readonly cures: readonly (Cure | null)[];
}

/** A lamp at its place, but for its row: what was decided and timed there. */
interface LampValues {
  readonly position: PositionKey;
  readonly mode: 'open' | 'closed' | null;
  readonly sweep: TimedBody | null;
  readonly back: TimedBody | null;
}

/**
 * The light of all swaps of a job together: they share the vehicle's flasher.
 * @param wrong what is wrong in the wiring, by swap
 */
export function jobLight(
  swaps: readonly WiredSwap[],
  record: LightEntries,
  family: Family,
  systemV: SystemV | null,
  wrong: ReadonlyMap<string, readonly Fault[]> = new Map(),
): JobLight {
  const timed = (what: Timed, position = '', lamp = '') =>
    record.lightTimes.get(what === 'flash' ? what : `${what} ${position} ${lamp}`)?.event.body ?? null;
  const valuesOf = (w: PositionWiring): LampValues => ({
    position: w.position,
    mode: w.mode,
    sweep: timed('sweep', w.position, w.lamp.id),
    back: timed('return', w.position, w.lamp.id),
  });
  const wired = (s: WiredSwap) => s.wiring.filter((w) => w.map !== null);
  const unwired = swaps.flatMap((s) => s.wiring.filter((w) => w.map === null));
  const harnesses = swaps.map((s) => ({
    ...swapHarness(s, record, family, systemV ?? TAKEN_V, wrong.get(s.id)),
    lamps: wired(s).map(valuesOf),
  }));
  return lightOfRows(
    {
      family,
      lamps: [...swaps.flatMap(wired), ...unwired].map((w) => w.lamp),
      maps: harnesses.flatMap((h) => h.rows.maps),
    },
    {
      swaps: harnesses.map((h) => ({ harness: h.values, lamps: h.lamps })),
      unwired: unwired.map(valuesOf),
      flash: timed('flash'),
      cures: swaps.flatMap((s) => s.matters.cures.map((c) => c.chosen)),
    },
  );
}

const lightOfRows = derived(({ family, lamps, maps }: LightRows, v: LightValues): JobLight => {
  const circuits = family.circuits ?? [];
  const flasher = curedFlasher(timedFlasher(family.flasher ?? null, v.flash ?? undefined), v.cures);
  let at = 0;
  const rowOf = ({ sweep, back }: LampValues, i: number): Lamp => {
    const lamp = lamps[i];
    if (!lamp) throw new Error(`no row for lamp ${i}`);
    return timedLamp(lamp, sweep ?? undefined, back ?? undefined);
  };
  const swaps = v.swaps.map((s) => {
    const own = s.lamps.map((l, k): WiredForLight & { readonly map: PinMap } => {
      const map = maps[at + k];
      if (!map) throw new Error(`no map for ${l.position}`);
      return {
        map,
        position: l.position,
        side: sideAt(family, l.position),
        lamp: rowOf(l, at + k),
        mode: l.mode,
        fullA: new Map(map.inputs.map((i) => [`${i.plug}/${i.cavity}`, i.input.currentA])),
      };
    });
    at += own.length;
    const rows = { family, maps: own.map((l) => l.map) };
    return { lamps: own, harness: liveSwap({ rows, values: s.harness }) };
  });
  const byCases = v.unwired.map((l, k): LampByCases => {
    const lamp = rowOf(l, at + k);
    const side = sideAt(family, l.position);
    return {
      position: l.position,
      side,
      functions: lamp.functions,
      program: programOf(lamp),
      mode: l.mode,
    };
  });
  return {
    wired: lightByCurrent(swaps, circuits, flasher),
    unwired: lightByCases(byCases, circuits, flasher),
    flasher,
  };
});

/** What is decided against a fast flash: a resistor is in the network; the others take the load out of its reckoning. */
function curedFlasher(flasher: Flasher | null, cures: readonly (Cure | null)[]): Flasher | null {
  if (!flasher || !cures.some((c) => c !== null && c !== 'resistor')) return flasher;
  const { perMinute, onShare, lock } = flasher;
  return { perMinute, onShare, ...(lock ? { lock } : {}) };
}
