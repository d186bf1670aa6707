import { clean } from '../../kernel/clean';
import { keptLight, keptMap, type WallRead } from '../../beam/wall';
import { wallOf } from '../../kernel/ids';
import type { PositionKey } from '../../vehicle';
import type { BodyOf } from '../events';
import type { AimSpot } from '../events/aimRead';
import { READ_WHEN, type ReadWhen } from '../events/lightRead';
import type { JobRecord, SwapRecord } from '../fold';

type WallBody = BodyOf<'wall-read'>;

/** A wall as it was read, with who and when. */
export interface WallView {
  readonly event: string;
  readonly by: string;
  readonly at: string;
  readonly when: ReadWhen;
  readonly position: PositionKey;
  readonly body: WallBody;
}

/** The walls of a swap's lamps, before and after. */
export const wallsOf = (swap: SwapRecord, record: Pick<JobRecord, 'wallReads'>): readonly WallView[] =>
  READ_WHEN.flatMap((when) =>
    swap.positions.flatMap((position) => {
      const e = record.wallReads.get(wallOf(swap.id, when, position))?.event;
      return e ? [{ event: e.id, by: e.user, at: e.at, when, position, body: e.body }] : [];
    }),
  );

/** A cutoff as the aim takes it from a picture: where, how surely (one standard uncertainty), and how far the wall was. */
export type PhotoSpot = Required<Pick<AimSpot, 'upMm' | 'distanceMm' | 'uMm'>> & Pick<AimSpot, 'acrossMm'>;

/**
 * What a picture hands over to the aim: where its cutoff lies, mm from the level line at the lamp's height, with the kink
 * across where it was seen; null: it shows none.
 */
export function photoSpot(b: WallBody): PhotoSpot | null {
  if (!b.cutoff) return null;
  const { distanceMm } = b;
  const mm = (deg: number) => Math.tan((deg * Math.PI) / 180) * distanceMm;
  const { vDeg, kinkH } = b.cutoff;
  const across = kinkH === undefined ? {} : { acrossMm: mm(kinkH) };
  // The reading gives two standard uncertainties.
  return { upMm: mm(vDeg), uMm: mm(b.cutoffU) / 2, distanceMm, ...across };
}

/** Right against left at one time: degrees that the right lamp lies higher, and further to the right; null: not known. */
export interface PairOfWalls {
  readonly when: ReadWhen;
  readonly cutoffDeg: number | null;
  readonly acrossDeg: number | null;
  /** Right hot spot over left; only of light. */
  readonly hotRatio: number | null;
}

/** Compares the two lamps of a pair, each time that both were read. */
export function pairsOfWalls(walls: readonly WallView[]): readonly PairOfWalls[] {
  return READ_WHEN.flatMap((when) => {
    const of = (side: string) => walls.find((w) => w.when === when && w.position.endsWith(`.${side}`))?.body;
    const [left, right] = [of('left'), of('right')];
    if (!left || !right) return [];
    const less = (a: number | undefined, b: number | undefined) =>
      a === undefined || b === undefined ? null : b - a;
    const lux = left.light === 'lux' && right.light === 'lux';
    return [
      {
        when,
        cutoffDeg: less(left.cutoff?.vDeg, right.cutoff?.vDeg),
        acrossDeg: less(left.cutoff?.kinkH, right.cutoff?.kinkH) ?? less(left.hot?.hDeg, right.hot?.hDeg),
        hotRatio: lux && left.hot && right.hot ? right.hot.light / left.hot.light : null,
      },
    ];
  });
}

/** What an entry says of a wall besides what the picture gave. */
export interface WallAbout {
  readonly swap: string;
  readonly when: ReadWhen;
  readonly position: PositionKey;
  readonly distanceMm: number;
  readonly centreMm: number;
  readonly flat: 'left' | 'right';
  readonly place?: string;
  readonly photo?: string;
  readonly strayLux?: number;
}

/** The entry of a wall, from its reading: figures as they are kept, to a thousandth of a degree. */
export function wallEntry(read: WallRead, about: WallAbout): Omit<WallBody, 'after'> {
  const deg = (x: number) => Math.round(x * 1000) / 1000;
  const spot = (s: { hDeg: number; vDeg: number; light: number }) => ({
    hDeg: deg(s.hDeg),
    vDeg: deg(s.vDeg),
    light: clean(s.light),
  });
  const lux = read.light.kind === 'lux';
  const { cutoff, hot, over } = read;
  return {
    ...about,
    checkMm: Math.round(read.checkMm * 10) / 10,
    light: read.light.kind,
    ...(read.light.kind === 'lux' ? { residual: read.light.residual } : { why: read.light.why.code }),
    ...(hot ? { hot: spot(hot) } : {}),
    hotU: deg(read.hotU),
    blotches: read.blotches
      .slice(0, 20)
      .map((b) => ({ ...spot(b), prominence: Math.min(1, clean(b.prominence)) })),
    ...(read.width50Deg === null ? {} : { width50Deg: deg(read.width50Deg) }),
    ...(read.width10Deg === null ? {} : { width10Deg: deg(read.width10Deg) }),
    ...(cutoff
      ? {
          cutoff: {
            atHDeg: deg(cutoff.atHDeg),
            vDeg: deg(cutoff.vDeg),
            linearDeg: deg(cutoff.linearDeg),
            ...(lux ? { sharpness: clean(cutoff.sharpness) } : {}),
            ...(cutoff.kink
              ? {
                  kinkH: deg(cutoff.kink.hDeg),
                  kinkV: deg(cutoff.kink.vDeg),
                  riseDeg: deg(cutoff.kink.riseDeg),
                }
              : {}),
          },
        }
      : {}),
    cutoffU: deg(read.cutoffU),
    ...(over ? { overMean: clean(over.mean), overMost: clean(over.most) } : {}),
    map: keptMap(read.map),
  };
}

/** *Settings*: lux at which a shade of a wall's picture begins, and shares of the most where it is no lux. */
const LUX_STEPS = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
const SHARE_STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 0.8];

/** The shades of some walls that stand beside one another: lux up to the brightest of them where all are in lux, else shares of each one's most. */
export function wallSteps(
  walls: readonly Pick<WallBody, 'light' | 'map'>[],
  one: WallBody,
): readonly number[] {
  if (!walls.every((w) => w.light === 'lux')) return SHARE_STEPS.map((s) => s * one.map.most);
  const most = Math.max(...walls.map((w) => w.map.most));
  return LUX_STEPS.filter((s) => s <= Math.max(most, LUX_STEPS[0] ?? 0));
}

/** After against before over one lamp's wall, cell by cell: how many times as bright; NaN: dark in both, or not known in one. */
export function wallChange(before: WallBody, after: WallBody): Float32Array | null {
  const [a, b] = [before.map, after.map];
  const same = a.columns === b.columns && a.rows === b.rows && a.fromH === b.fromH && a.fromV === b.fromV;
  if (before.light !== 'lux' || after.light !== 'lux' || !same) return null;
  const [was, is] = [keptLight(a), keptLight(b)];
  return is.map((v, i) => {
    const old = was[i] ?? NaN;
    return v < DARK_LX && old < DARK_LX ? NaN : v / Math.max(old, DARK_LX / 10);
  });
}

/** *Setting*: below this much light a wall is dark, and a ratio says nothing, lx. */
const DARK_LX = 0.5;
