import { weakMapMemoize } from 'reselect';
import {
  type DazzleCure,
  dazzleCure,
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
  pitchPercent,
  settableUnder,
  underLoad,
  type Standing,
  type WallLine,
} from '../../beam/aim';
import {
  type Alike,
  alike,
  netLux,
  ratioOf,
  changePercent,
  luxOf,
  offAxisOf,
  type SetUp,
  setUpFaults,
  type WithInterval,
} from '../../beam/photometry';
import type { Reason } from '../../kernel/reason';
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

const netOf = (b: LightBody, lux: number): number =>
  netLux({ lux, ...(typeof b.strayLux === 'number' ? { strayLux: b.strayLux } : {}) });

/** What an oncoming driver gets of one lamp, 50 m away or 25. */
export interface LampGlare {
  readonly position: PositionKey;
  readonly atM: number;
  readonly glare: Glare;
}

/** What an oncoming driver gets of each lamp; none where nobody read it, or it is not said on which side traffic drives. */
export const glareIn = weakMapMemoize((b: LightBody): readonly LampGlare[] => {
  const { traffic, distanceMm } = b;
  if (!traffic) return [];
  return EYE_POINTS.flatMap((eye, i) =>
    Object.entries((i === 0 ? b.eyeLux : b.eye25Lux) ?? {}).map(([position, lux]) => ({
      position,
      atM: eye.atM,
      glare: glareOf(netOf(b, lux), eye, traffic, distanceMm),
    })),
  );
});

/** What would bring a lamp under the limit for an oncoming driver; null: its aim was not read, or nothing up its column. */
export interface LampDazzle {
  readonly position: PositionKey;
  readonly mostLux: number;
  /** How much further down its rule lets it go, mm on the wall; null: no aim was read, or no rule is known. */
  readonly lowestMm: number | null;
  readonly cure: DazzleCure | null;
}

/** A dazzle complaint, lamp by lamp: by the eye point and what was read above it, and by how far the rule lets the beam go down. */
export function dazzleOf(light: LightBody, aims: readonly LampAim[]): readonly LampDazzle[] {
  const { traffic, distanceMm } = light;
  if (!traffic) return [];
  const eye = EYE_POINTS[0];
  const at = eyeOnWall(eye, traffic, distanceMm);
  const mostLux = luxOf(eye.mostCd, distanceMm, offAxisOf(at, distanceMm));
  return Object.entries(light.eyeLux ?? {}).flatMap(([position, lux]) => {
    const column = [{ upMm: at.upMm, lux }, ...(light.columns?.[position] ?? [])].map((c) => ({
      upMm: c.upMm,
      lux: netOf(light, c.lux),
    }));
    const aim = aims.find((a) => a.position === position);
    const from = aim?.judged.map((j) => j.target.from).sort((a, b) => a - b)[0];
    const lowestMm =
      aim && from !== undefined ? Math.max(0, ((aim.found.percent - from) / 100) * distanceMm) : null;
    const cure = lowestMm === null ? null : dazzleCure(column, at.upMm, mostLux, lowestMm, distanceMm);
    return [{ position, mostLux, lowestMm, cure }];
  });
}

/** Half and half: each new lamp against the old one of its pair, read at the same moment. Left and right differ by themselves as well. */
export const halfChange = weakMapMemoize((b: LightBody): BeamChange => {
  const old = b.old ?? [];
  const pair = (p: PositionKey) =>
    p.endsWith('.left') ? p.replace(/left$/, 'right') : p.replace(/right$/, 'left');
  const at = (point: BeamRatio['point'], of: Readonly<Record<string, number>>): readonly BeamRatio[] =>
    old.flatMap((was) => {
      const position = pair(was);
      const [before, after] = [of[was], of[position]];
      if (before === undefined || after === undefined || old.includes(position)) return [];
      const [x, y] = [{ lux: netOf(b, before) }, { lux: netOf(b, after) }];
      const ratio = ratioOf(x, y);
      return ratio
        ? [{ position, point, before: x.lux, after: y.lux, ratio, percent: changePercent(ratio) }]
        : [];
    });
  // The eye of an oncoming driver is not placed alike before both lamps, but by the same angle from each.
  return {
    alike: { verdict: 'alike', why: [] },
    ratios: [...at('hot-spot', b.lux), ...at('eye', b.eyeLux ?? {})],
  };
});

/** What is wrong with a set-up as it was written down. @param systemV on board; null: not known */
export const faultsOfLight = (b: LightBody, at: string, systemV: number | null): readonly Reason[] =>
  setUpFaults(setUpOf(b), {
    ...(systemV === null ? {} : { systemV }),
    ...(b.calibratedTo === undefined ? {} : { calibratedTo: b.calibratedTo, today: at.slice(0, 10) }),
  });

/** Where the eye point lies on the wall of a set-up, mm right and up of each lamp. */
export const eyeSpot = (traffic: 'right' | 'left', distanceMm: number) =>
  eyeOnWall(EYE_POINTS[0], traffic, distanceMm);

/** On which side traffic drives, as somebody said it of the vehicle; empty: nobody has, and it is asked. */
export function trafficOf({
  reading,
}: {
  readonly reading: { readonly facts: ReadonlyMap<string, { readonly value: unknown }> };
}): 'right' | 'left' | '' {
  const side = reading.facts.get('traffic-side@vehicle')?.value;
  return side === 'right' || side === 'left' ? side : '';
}

/** Whether the lamps of a position have a beam that is measured and aimed. */
export const isAimed = (position: PositionKey): boolean => /^(headlamp|fog)\./.test(position);

/** The aim of one lamp as it was read, held against its rule. */
export interface LampAim {
  readonly position: PositionKey;
  readonly lowerEdgeMm: number;
  /** Where its cutoff was read, from a level line at the lamp's height, mm; below it is negative. */
  readonly upMm: number;
  /** From the lens to the wall that it was read on, mm; absent: a document of before. */
  readonly distanceMm?: number;
  readonly found: AimFound;
  /** One for each aim that the rule lets the maker choose; none: no rule is known, and a lead says so in words. */
  readonly judged: readonly (AimJudged & {
    readonly line: WallLine;
    /** The same under the load that it usually carries; null: its axles were not measured, or the rule asks for no load. */
    readonly loaded: AimJudged['verdict'] | null;
    /** Settings that stay in the band from empty to loaded; null: no setting does, or nothing is known of its load. */
    readonly settable: { readonly from: number; readonly until: number } | null;
  })[];
  /** How much the beam goes up with its load, per cent; absent: not measured. */
  readonly pitchPercent?: number;
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

/** How much the beam goes up with the load that the vehicle usually carries, per cent; null: nobody measured its axles. */
function pitchOf(b: AimBody): number | null {
  if (!b.axles || typeof b.wheelbaseMm !== 'number') return null;
  const { frontEmptyMm, rearEmptyMm, frontLoadedMm, rearLoadedMm } = b.axles;
  return pitchPercent(
    { frontMm: frontEmptyMm, rearMm: rearEmptyMm },
    { frontMm: frontLoadedMm, rearMm: rearLoadedMm },
    b.wheelbaseMm,
  );
}

/** From the lens to the wall that a lamp's cutoff was read on, mm. */
export const spotDistanceMm = (b: AimBody, position: PositionKey): number =>
  b.lamps[position]?.distanceMm ?? b.distanceMm;

/** The distances of the walls that an aim was read on, mm, each once. @param allMm of lamps that have none of their own */
export const aimDistancesMm = (
  lamps: readonly Pick<LampAim, 'distanceMm'>[],
  allMm: number,
): readonly number[] => [...new Set(lamps.length === 0 ? [allMm] : lamps.map((l) => l.distanceMm ?? allMm))];

/** Each lamp's aim held against the rule that the reading names. What was promised has to be kept as well. */
export const lampAims = weakMapMemoize((b: AimBody): readonly LampAim[] => {
  const stands = standingOf(b);
  const pitch = pitchOf(b);
  return Object.entries(b.lamps).map(([position, spot]): LampAim => {
    // An angle is a place on a wall over that wall's own distance.
    const s = { ...stands, distanceMm: spotDistanceMm(b, position) };
    const lowerEdgeMm = lowerEdgeOf(spot.centreMm, spot.lensMm);
    const found = aimOf({ upMm: spot.upMm, ...(spot.uMm === undefined ? {} : { uMm: spot.uMm }) }, s);
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
      return {
        ...judgeAim(found, target, s),
        line: lineAt(target.setTo, spot.centreMm, s),
        loaded: pitch !== null && b.market === 'ECE' ? judgeAim(underLoad(found, pitch), t, s).verdict : null,
        settable: pitch === null ? null : settableUnder(t, pitch),
      };
    });
    const good = judged.some(
      (j) =>
        (j.verdict === 'set' || (typeof promised !== 'number' && j.verdict === 'passes')) &&
        // The band has to hold under its load as well; what the reading cannot tell is no pass.
        (j.loaded === null || j.loaded === 'set' || j.loaded === 'passes'),
    );
    const lifted = pitch === null ? {} : { pitchPercent: pitch };
    return {
      position,
      lowerEdgeMm,
      upMm: spot.upMm,
      distanceMm: s.distanceMm,
      found,
      judged,
      ...lifted,
      passes: good,
    };
  });
});
