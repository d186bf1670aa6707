import { weakMapMemoize } from 'reselect';
import {
  EYE_POINTS,
  eyeOnWall,
  type Glare,
  glareOf,
  type AimFound,
  type AimJudged,
  aimOf,
  aimTargets,
  judgeAim,
  lineAt,
  lowerEdgeOf,
  type Standing,
  type WallLine,
} from '../../lamp/aim';
import {
  type Alike,
  alike,
  netLux,
  ratioOf,
  changePercent,
  type SetUp,
  type WithInterval,
} from '../../lamp/photometry';
import type { PositionKey } from '../../vehicle';
import type { BodyOf } from '../events';

type LightBody = BodyOf<'light-read'>;
type AimBody = BodyOf<'aim-read'>;

/** The set-up of a reading, as far as it was written down. */
export function setUpOf(b: LightBody): SetUp {
  const {
    place,
    distanceMm,
    squareMm,
    load,
    levellingZero,
    engine,
    volts,
    minutesLit,
    meter,
    strayLux,
    otherScreened,
  } = b;
  const all = { place, squareMm, load, levellingZero, engine, volts, minutesLit, strayLux, otherScreened };
  const said = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined && v !== null));
  return { distanceMm, meter, ...said };
}

/** After against before at one point of one lamp. */
export interface BeamRatio {
  readonly position: PositionKey;
  readonly point: 'hot-spot' | 'eye';
  readonly before: number;
  readonly after: number;
  readonly ratio: WithInterval;
  readonly percent: WithInterval;
}

/** Light before and after of a swap, compared as far as it may be. */
export interface BeamChange {
  readonly alike: Alike;
  /** None of unlike set-ups. */
  readonly ratios: readonly BeamRatio[];
}

/** Compares two readings of a swap. */
export const beamChange = weakMapMemoize((before: LightBody, after: LightBody): BeamChange => {
  const set = alike(setUpOf(before), setUpOf(after));
  if (set.verdict === 'unlike') return { alike: set, ratios: [] };
  const stray = (b: LightBody) => (typeof b.strayLux === 'number' ? { strayLux: b.strayLux } : {});
  const at = (
    point: BeamRatio['point'],
    was: Readonly<Record<string, number>>,
    is: Readonly<Record<string, number>>,
  ): readonly BeamRatio[] =>
    Object.entries(is).flatMap(([position, lux]) => {
      const old = was[position];
      if (old === undefined) return [];
      const [b, a] = [
        { lux: old, ...stray(before) },
        { lux, ...stray(after) },
      ];
      const ratio = ratioOf(b, a);
      return ratio
        ? [{ position, point, before: netLux(b), after: netLux(a), ratio, percent: changePercent(ratio) }]
        : [];
    });
  return {
    alike: set,
    ratios: [
      ...at('hot-spot', before.lux, after.lux),
      // The eye point of the one side of the road is not that of the other.
      ...(before.traffic === after.traffic ? at('eye', before.eyeLux ?? {}, after.eyeLux ?? {}) : []),
    ],
  };
});

/** What an oncoming driver gets of each lamp; none where nobody read it, or it is not said on which side traffic drives. */
export const glareIn = weakMapMemoize(
  (b: LightBody): readonly { readonly position: PositionKey; readonly glare: Glare }[] => {
    const { traffic, eyeLux, distanceMm } = b;
    if (!traffic) return [];
    return Object.entries(eyeLux ?? {}).map(([position, lux]) => ({
      position,
      glare: glareOf(
        netLux({ lux, ...(typeof b.strayLux === 'number' ? { strayLux: b.strayLux } : {}) }),
        EYE_POINTS[0],
        traffic,
        distanceMm,
      ),
    }));
  },
);

/** Where the eye point lies on the wall of a set-up, mm right and up of each lamp. */
export const eyeSpot = (traffic: 'right' | 'left', distanceMm: number) =>
  eyeOnWall(EYE_POINTS[0], traffic, distanceMm);

/** Whether the lamps of a position have a beam that is measured and aimed. */
export const isAimed = (position: PositionKey): boolean => /^(headlamp|fog)\./.test(position);

/** The aim of one lamp as it was read, held against its rule. */
export interface LampAim {
  readonly position: PositionKey;
  readonly lowerEdgeMm: number;
  /** Where its cutoff was read, from a level line at the lamp's height, mm; below it is negative. */
  readonly upMm: number;
  readonly found: AimFound;
  /** One for each aim that the rule lets the maker choose; none: no rule is known, and a lead says so in words. */
  readonly judged: readonly (AimJudged & { readonly line: WallLine })[];
  readonly passes: boolean;
}

/** How the vehicle stood. */
export function standingOf(b: AimBody): Standing {
  const { distanceMm, noseDownMm, wheelbaseMm, floorRisePercent } = b;
  return {
    distanceMm,
    ...(typeof noseDownMm === 'number' ? { noseDownMm } : {}),
    ...(typeof wheelbaseMm === 'number' ? { wheelbaseMm } : {}),
    ...(typeof floorRisePercent === 'number' ? { floorRisePercent } : {}),
  };
}

/** Each lamp's aim held against the rule that the reading names. What was promised has to be kept as well. */
export const lampAims = weakMapMemoize((b: AimBody): readonly LampAim[] => {
  const s = standingOf(b);
  return Object.entries(b.lamps).map(([position, spot]): LampAim => {
    const lowerEdgeMm = lowerEdgeOf(spot.centreMm, spot.lensMm);
    const found = aimOf({ upMm: spot.upMm }, s);
    const { targets } = aimTargets({
      market: b.market,
      lamp: position.startsWith('fog') ? 'fog' : 'headlamp',
      lowerEdgeMm,
      centreMm: spot.centreMm,
      ...(typeof b.markedPercent === 'number' ? { markedPercent: b.markedPercent } : {}),
      ...(b.mark ? { mark: b.mark } : {}),
    });
    const promised = b.promisedPercent;
    const judged = targets.map((t) => {
      const target =
        typeof promised === 'number'
          ? { ...t, setTo: promised, setFrom: promised - 0.25, setUntil: promised + 0.25 }
          : t;
      return { ...judgeAim(found, target, s), line: lineAt(target.setTo, spot.centreMm, s) };
    });
    const good = judged.some(
      (j) => j.verdict === 'set' || (typeof promised !== 'number' && j.verdict === 'passes'),
    );
    return { position, lowerEdgeMm, upMm: spot.upMm, found, judged, passes: good };
  });
});
