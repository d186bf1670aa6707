import { derived } from '../../kernel/derived';
import { cavityOf, checkAt } from '../../kernel/ids';
import {
  ALL_OFF,
  circuitFinder,
  type ControlState,
  type LevelCase,
  levelOf,
  possibleStates,
  supportOfCases,
  switchesBetween,
} from '../../controls';
import { dropLimitV, type Figures, SYSTEM_V, type SystemV } from '../../electric/formulas';
import { isFed } from '../../harness';
import type { HarnessInput, LiveHarness, WiredLamp } from '../../electric';
import type { Family } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { JobRecord } from '../fold';
import { harnessInput, liveSwap, type SwapHarness, swapHarness } from './swapHarness';
import type { FeedMatter, WireMatters } from './wireMatters';
import type { PositionWiring } from './wiring';

/** One loop under load: the way to an input that is lit, and the way back from the lamp. */
export interface DropPoint {
  readonly position: PositionKey;
  readonly lamp: string;
  /** `plug/cavity` of the lamp. */
  readonly point: string;
  /** The ground that is read against; null: the map knows of none. */
  readonly ground: string | null;
  readonly does: string;
  /** What has to be switched on for it. */
  readonly state: ControlState;
  /** It flashes in that state: read at its brightest. */
  readonly flashes: boolean;
  /** What the network says, V and A. */
  readonly expected: { readonly supplyV: number; readonly groundV: number | null; readonly currentA: number };
  /** What the loop may lose, V: *setting* by the kind of lamp, and no more than leaves the lamp its own minimum. */
  readonly limitV: number;
  /** Work was done on its way (a feed laid, a lead made, wires joined): it has to be read. */
  readonly wanted: boolean;
  readonly read: {
    readonly event: string;
    readonly by: string;
    readonly supplyV: number;
    readonly groundV: number;
    readonly loopV: number;
    readonly asExpected: boolean;
    readonly within: boolean;
  } | null;
}

/** The line, and the voltage that it is reckoned at. */
export interface DropSources {
  readonly family: Family;
  /** null: it is not known, and nothing can be expected. */
  readonly systemV: SystemV | null;
  readonly figures: Figures;
}

type DropEntries = Pick<JobRecord, 'feeds' | 'dropReads'>;
type Laid = Omit<DropPoint, 'read' | 'wanted' | 'limitV' | 'lamp'>;

/** Where the loss under load is read at a swap's lamps, what to expect there, and what was read. */
export function readDrops(
  swap: string,
  wiring: readonly PositionWiring[],
  feeds: readonly FeedMatter[],
  matters: WireMatters,
  record: DropEntries,
  { family, systemV, figures }: DropSources,
): readonly DropPoint[] {
  if (systemV === null) return [];
  const wired = wiring.filter((w) => w.map !== null);
  const harness = swapHarness({ id: swap, wiring: wired, matters, feeds }, record, family, systemV);
  const points = pointsOf(harness.rows, harness.values);
  return points.flatMap((p) => {
    const w = wired.find((x) => x.position === p.position);
    return w ? [judged(p, w, record, systemV, figures)] : [];
  });
}

function judged(
  p: Laid,
  w: PositionWiring,
  record: DropEntries,
  systemV: SystemV,
  figures: Figures,
): DropPoint {
  const e = record.dropReads.get(checkAt(p.position, w.lamp.id, p.point))?.event;
  const usualV = dropLimitV(w.lamp.role, figures);
  const limitV = Math.min(usualV, SYSTEM_V[systemV].testV - w.lamp.workingMinV);
  // To the microvolt: what a meter shows is judged as it stands, and 0.2 + 0.3 is 0.5.
  const loopV = e ? Math.round((e.body.supplyV + e.body.groundV) * 1e6) / 1e6 : 0;
  return {
    ...p,
    lamp: w.lamp.id,
    limitV,
    wanted: isTouched(w, p),
    read: e
      ? {
          event: e.id,
          by: e.user,
          supplyV: e.body.supplyV,
          groundV: e.body.groundV,
          loopV,
          asExpected: e.body.noted === 'as-expected',
          within: loopV <= limitV,
        }
      : null,
  };
}

/** Volts are read to a hundredth. */
const rounded = (v: number) => Math.round(v * 100) / 100;

/** Whether hands made something on the way to a point. */
function isTouched(w: PositionWiring, p: Laid): boolean {
  // One that is told in words only has no length from which anything could be expected: it may be read, and need not.
  if (w.feeds.some((f) => f.does === p.does && f.live !== undefined)) return true;
  const how = w.map?.joints.find((j) => p.point.startsWith(`${j.plug}/`))?.how;
  return (w.build !== null && w.build.wires.length > 0) || how === 'jointed' || how === 'screwed';
}

/** The points of a swap: anew only when its maps, feeds or cures are others. */
const pointsOf = derived((rows: SwapHarness['rows'], values: SwapHarness['values']): readonly Laid[] => {
  const input = harnessInput({ rows, values });
  if (input.lamps.length === 0) return [];
  const live = liveSwap({ rows, values });
  return input.lamps.flatMap((lamp) => lampPoints(lamp, input, live));
});

/** The heaviest input that the vehicle’s plug feeds, and every input of an extra feed. */
function lampPoints(lamp: WiredLamp, input: HarnessInput, live: LiveHarness): readonly Laid[] {
  const find = circuitFinder(input.circuits);
  const lit = lamp.map.inputs.flatMap((i) => {
    if (i.input.does === 'ground' || i.input.does === 'mode') return [];
    const row = isFed(i.verdict) && i.from ? find(i.from.circuit) : undefined;
    if (row?.switched === 'ground') return [];
    const feed = row ? undefined : input.feeds.find((f) => f.does === i.input.does);
    const on = litIn(row?.cases ?? feed?.live ?? []);
    return on ? [{ input: i, ...on, extra: feed !== undefined }] : [];
  });
  const fed = lit.filter((x) => !x.extra);
  const heaviest = [...fed].sort(
    (a, b) => Number(a.flashes) - Number(b.flashes) || b.input.input.currentA - a.input.input.currentA,
  )[0];
  const ground = lamp.map.inputs.find((i) => i.input.does === 'ground' && i.from !== null);
  return [...(heaviest ? [heaviest] : []), ...lit.filter((x) => x.extra)].flatMap((x) => {
    const read = live.read(x.state);
    const at = (plug: string, cavity: string) =>
      read.cavities.find((c) => c.position === lamp.position && c.plug === plug && c.cavity === cavity);
    const here = at(x.input.plug, x.input.cavity);
    if (!read.converged || here?.volt === undefined || here.volt === null) return [];
    const back = ground ? at(ground.plug, ground.cavity)?.volt : null;
    return [
      {
        position: lamp.position,
        point: cavityOf(x.input.plug, x.input.cavity),
        ground: ground ? cavityOf(ground.plug, ground.cavity) : null,
        does: x.input.input.does,
        state: x.state,
        flashes: x.flashes,
        expected: {
          supplyV: rounded(SYSTEM_V[input.systemV].testV - here.volt),
          groundV: typeof back === 'number' ? rounded(back) : null,
          currentA: rounded(here.amp),
        },
      },
    ];
  });
}

/** The setting of fewest switches in which a supply is steadily on; failing that, flashes. null: neither. */
function litIn(
  cases: readonly LevelCase[],
): { readonly state: ControlState; readonly flashes: boolean } | null {
  const states = [...possibleStates(supportOfCases(cases))].sort(
    (a, b) => switchesBetween(ALL_OFF, a) - switchesBetween(ALL_OFF, b),
  );
  const first = (kind: 'on' | 'flashing') => states.find((s) => levelOf(cases, s).kind === kind);
  const on = first('on');
  if (on) return { state: on, flashes: false };
  const flashing = first('flashing');
  return flashing ? { state: flashing, flashes: true } : null;
}
