import { dazzleCure, EYE_POINTS, eyeOnWall, glareOf, type TrafficSide } from '../beam/aim/dazzle';
import { type AxleHeights, pitchPercent, settableUnder, underLoad } from '../beam/aim/load';
import { type CoupledTry, effectOf, type Spot, turnsOfOne, turnsOfTwo } from '../beam/aim/screws';
import { type AimAsked, aimTargets, lowerEdgeOf } from '../beam/aim/targets';
import { aimOf, type CutoffRead, judgeAim, lineAt, type Standing } from '../beam/aim/wallLine';
import { type AngularMap, candelaIn, directionOf } from '../beam/photometry/angular';
import { coverage, type CoverageAsked, tiltsFor } from '../beam/photometry/coverage';
import { mapped, type Pixel, placed, type WallMark } from '../beam/wall/homography';
import type { LampBefore } from '../beam/wall/wallMap';
import { columnOf, type ColumnPoint, cutoffOf } from '../beam/photometry/cutoff';
import {
  aheadOf,
  anglesOf,
  candelaOf,
  type MeterFacing,
  offAxisOf,
  reachOf,
} from '../beam/photometry/intensity';
import {
  changePercent,
  type LuxReading,
  netLux,
  ratioOf,
  type ReadingSureness,
  USUAL_SURENESS,
} from '../beam/photometry/ratio';
import { type PlacedBeam, type Plane, roadLux, roadReach } from '../beam/photometry/road';
import { alike, type SetUp, setUpFaults } from '../beam/photometry/setUp';

/** Readings of light, as far as a case has them. */
export interface CaseBeam {
  readonly before?: LuxReading & { readonly setUp?: SetUp };
  readonly after?: LuxReading & { readonly setUp?: SetUp };
  readonly sureness?: Partial<ReadingSureness>;
  readonly points?: readonly {
    readonly lux: number;
    readonly strayLux?: number;
    readonly distanceMm: number;
    readonly offAxisDeg?: number;
    readonly acrossMm?: number;
    readonly upMm?: number;
    readonly facing?: MeterFacing;
  }[];
  readonly ahead?: readonly {
    readonly candela: number;
    readonly heightM: number;
    readonly aheadM?: number;
    readonly lux?: number;
  }[];
  /** Lamps on the road: the light of all together at `road` points, and how far `reachLux` goes. */
  readonly lamps?: readonly CaseLamp[];
  readonly road?: readonly {
    readonly rightM: number;
    readonly aheadM: number;
    readonly plane?: Plane;
  }[];
  readonly reachLux?: readonly number[];
  /** A picture of a wall: its marks, where straight ahead of the lamp lies, and pixels that are asked. */
  readonly photo?: {
    readonly marks: readonly WallMark[];
    readonly lamp?: LampBefore;
    readonly pixels?: readonly Pixel[];
  };
  /** Ground all round that the lamps have to light. */
  readonly ground?: CoverageAsked & { readonly propose?: boolean };
  readonly column?: { readonly points: readonly ColumnPoint[]; readonly strayLux?: number };
}

/** A lamp by its intensities: as a grid, or as the text of a file, which the reader of the case turns into one. */
export interface CaseLamp extends Omit<PlacedBeam, 'map'> {
  readonly map?: AngularMap;
  readonly ies?: string;
  readonly ldt?: string;
  readonly looks?: 'down' | 'ahead';
}

/** A lamp's aim, as far as a case has it. */
export interface CaseAim {
  readonly market?: string;
  readonly lamp?: AimAsked['lamp'];
  readonly centreMm?: number;
  readonly lensMm?: number;
  readonly lowerEdgeMm?: number;
  readonly markedPercent?: number;
  readonly mark?: 'VOL' | 'VOR' | 'VO';
  readonly standing?: Standing;
  readonly read?: CutoffRead;
  readonly one?: {
    readonly before: number;
    readonly after: number;
    readonly tried: number;
    readonly target: number;
  };
  readonly two?: CoupledTry & { readonly target: Spot };
  readonly load?: { readonly empty: AxleHeights; readonly loaded: AxleHeights; readonly wheelbaseMm: number };
  readonly traffic?: TrafficSide;
  readonly glare?: readonly { readonly eye?: string; readonly lux: number; readonly strayLux?: number }[];
  readonly dazzle?: {
    readonly column: readonly { readonly upMm: number; readonly lux: number }[];
    readonly eyeUpMm: number;
    readonly mostLux: number;
    readonly lowestMm: number;
  };
}

/** Ratio and true change, intensities, reach, cutoff: as a case asks for them. Unlike set-ups get no ratio. */
export function beamAnswer(c: CaseBeam) {
  const { before, after } = c;
  const set = before?.setUp && after?.setUp ? alike(before.setUp, after.setUp) : null;
  const sureness = { ...USUAL_SURENESS, ...c.sureness };
  const ratio = before && after && set?.verdict !== 'unlike' ? ratioOf(before, after, sureness) : null;
  const column = c.column && columnOf(c.column.points);
  return {
    net: { before: before ? netLux(before) : null, after: after ? netLux(after) : null },
    alike: set,
    faults: [before?.setUp, after?.setUp].flatMap((s) => (s ? setUpFaults(s) : [])),
    ratio,
    changePercent: ratio && changePercent(ratio),
    points: (c.points ?? []).map((p) => {
      const at = { acrossMm: p.acrossMm ?? 0, upMm: p.upMm ?? 0 };
      const off = p.offAxisDeg ?? offAxisOf(at, p.distanceMm);
      return {
        candela: candelaOf(netLux(p), p.distanceMm, off, p.facing ?? 'wall'),
        offAxisDeg: off,
        ...(p.offAxisDeg === undefined ? anglesOf(at, p.distanceMm) : {}),
      };
    }),
    ahead: (c.ahead ?? []).map((a) => ({
      ...(a.aheadM === undefined ? {} : aheadOf(a.candela, a.heightM, a.aheadM)),
      ...(a.lux === undefined
        ? {}
        : {
            reachFacingM: reachOf(a.candela, a.heightM, a.lux, 'facing'),
            reachRoadM: reachOf(a.candela, a.heightM, a.lux, 'road'),
          }),
    })),
    ...roadAnswer(c),
    ...(c.photo ? { photo: photoAnswer(c.photo) } : {}),
    cutoff: column
      ? cutoffOf((v) => Math.max(0, column.light(v) - (c.column?.strayLux ?? 0)), column.from, column.to)
      : null,
  };
}

/** Where pixels of a wall's picture lie, by its marks; or why its marks do not place it. */
function photoAnswer({ marks, lamp, pixels }: NonNullable<CaseBeam['photo']>) {
  const found = placed(marks);
  if (found.kind === 'refused') return { kind: 'refused' as const, why: found.reason };
  return {
    kind: 'placed' as const,
    fitted: found.fitted,
    checks: found.checks,
    points: (pixels ?? []).map((p) => {
      const [acrossMm, upMm] = mapped(found.toWall, p.x, p.y);
      const off = lamp && { acrossMm: acrossMm - lamp.acrossMm, upMm: upMm - lamp.upMm };
      return { acrossMm, upMm, ...(off ? anglesOf(off, lamp.distanceMm) : {}) };
    }),
  };
}

/** How the ground all round is lit, and tilts that leave less of it dark. */
function groundAnswer(lamps: readonly PlacedBeam[], of: NonNullable<CaseBeam['ground']>) {
  const { cells: _, ...now } = coverage(lamps, of);
  if (!of.propose) return now;
  const { changes, coverage: then } = tiltsFor(lamps, of);
  return { ...now, tilts: changes, litThen: then.lit };
}

/** What lamps give on the road, in the directions that are asked. */
function roadAnswer(c: CaseBeam) {
  const lamps = (c.lamps ?? []).flatMap(({ map, ...place }) => (map ? [{ ...place, map }] : []));
  if (lamps.length === 0) return {};
  return {
    ...(c.ground ? { ground: groundAnswer(lamps, c.ground) } : {}),
    road: (c.road ?? []).map((p) => ({ ...p, lux: roadLux(lamps, p.rightM, p.aheadM, p.plane ?? 'facing') })),
    reach: (c.reachLux ?? []).map((lux) => ({
      lux,
      facingM: roadReach(lamps, lux),
      roadM: roadReach(lamps, lux, { plane: 'road' }),
    })),
    axis: lamps.map((l) => candelaIn(l.map, directionOf(0, 0))),
  };
}

/** Targets, line, aim and verdict, turns of the screws, load, dazzle: as far as a case says enough for each. */
export function aimAnswer(c: CaseAim) {
  const { standing } = c;
  const lowerEdgeMm =
    c.lowerEdgeMm ??
    (c.centreMm !== undefined && c.lensMm !== undefined ? lowerEdgeOf(c.centreMm, c.lensMm) : null);
  const { targets, marked } =
    lowerEdgeMm === null
      ? { targets: [], marked: false }
      : aimTargets({
          market: c.market ?? 'unknown',
          lamp: c.lamp ?? 'headlamp',
          lowerEdgeMm,
          ...(c.centreMm === undefined ? {} : { centreMm: c.centreMm }),
          ...(c.markedPercent === undefined ? {} : { markedPercent: c.markedPercent }),
          ...(c.mark === undefined ? {} : { mark: c.mark }),
        });
  const found = c.read && standing ? aimOf(c.read, standing) : null;
  const pitch = c.load ? pitchPercent(c.load.empty, c.load.loaded, c.load.wheelbaseMm) : null;
  const side = c.traffic ?? 'right';
  const distanceMm = standing?.distanceMm ?? 0;
  return {
    lowerEdgeMm,
    marked,
    targets: targets.map((t) => ({
      ...t,
      line: standing ? lineAt(t.setTo, c.centreMm ?? lowerEdgeMm ?? 0, standing) : null,
      judged: found && standing ? judgeAim(found, t, standing) : null,
      underLoad:
        found && standing && pitch !== null ? judgeAim(underLoad(found, pitch), t, standing).verdict : null,
      settable: pitch === null ? null : settableUnder(t, pitch),
    })),
    found,
    pitchPercent: pitch,
    one: c.one ? turnsOfOne(c.one.before, c.one.after, c.one.tried, c.one.target) : null,
    two: c.two ? { turns: turnsOfTwo(c.two, c.two.target), effect: effectOf(c.two) } : null,
    eyes: distanceMm > 0 ? EYE_POINTS.map((p) => ({ id: p.id, ...eyeOnWall(p, side, distanceMm) })) : [],
    glare: (c.glare ?? []).map((g) => {
      const eye = EYE_POINTS.find((p) => p.id === (g.eye ?? 'B50L'));
      return eye && distanceMm > 0 ? glareOf(netLux(g), eye, side, distanceMm) : null;
    }),
    dazzle: c.dazzle
      ? dazzleCure(c.dazzle.column, c.dazzle.eyeUpMm, c.dazzle.mostLux, c.dazzle.lowestMm, distanceMm || 1)
      : null,
  };
}
