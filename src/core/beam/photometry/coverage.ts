import { clean } from '../../kernel/clean';
import { type PlacedBeam, roadLux } from './road';

/** Ground around a machine that has to be lit. */
export interface CoverageAsked {
  /** From the middle of the machine, m: nearer it stands itself, farther it need not be lit. */
  readonly nearM: number;
  readonly farM: number;
  /** Least light on the ground, lx. */
  readonly leastLux: number;
}

/** *Settings*: sectors all round, and rings between near and far, that are looked at. */
const SECTORS = 72;
const RINGS = 6;

/** A run of directions in which some of the ground is dark. Degrees clockwise from straight ahead; past 360 it goes on. */
export interface DarkSector {
  readonly fromDeg: number;
  readonly toDeg: number;
  /** Which way it lies: the eighth in which its middle is. */
  readonly way: Way;
  /** Share of its ground that is dark. */
  readonly share: number;
  readonly leastLux: number;
}

/** The eighths around a machine, clockwise from ahead. */
export const WAYS = [
  'front',
  'front-right',
  'right',
  'rear-right',
  'rear',
  'rear-left',
  'left',
  'front-left',
] as const;
export type Way = (typeof WAYS)[number];

/** How the ground all round is lit. */
export interface Coverage {
  /** Share of the ground that is lit as asked, 0 to 1. */
  readonly lit: number;
  readonly dark: readonly DarkSector[];
  /** Light on the ground by sector and ring, lx, from the middle of the ring. */
  readonly cells: readonly {
    readonly fromDeg: number;
    readonly toDeg: number;
    readonly fromM: number;
    readonly toM: number;
    readonly lux: number;
  }[];
}

/** Ground points by sector and ring, each standing for its share of the ground. */
function points(of: CoverageAsked) {
  return Array.from({ length: SECTORS }, (_, s) => {
    const deg = (s * 360) / SECTORS;
    const a = (deg * Math.PI) / 180;
    return {
      deg,
      rings: Array.from({ length: RINGS }, (_, k) => {
        const r = of.nearM + ((k + 0.5) / RINGS) * (of.farM - of.nearM);
        return { rightM: Math.sin(a) * r, aheadM: Math.cos(a) * r, weight: r };
      }),
    };
  });
}

/** Whether the ground all round is lit, and where it is not. Light is that on the ground itself, of all lamps together. */
export function coverage(lamps: readonly PlacedBeam[], of: CoverageAsked): Coverage {
  let [lit, all] = [0, 0];
  const cells: Coverage['cells'][number][] = [];
  const [half, deep] = [180 / SECTORS, (of.farM - of.nearM) / RINGS];
  const sectors = points(of).map(({ deg, rings }) => {
    let [dark, whole, least] = [0, 0, Infinity];
    for (const p of rings) {
      const lux = roadLux(lamps, p.rightM, p.aheadM, 'road');
      const [fromDeg, toDeg] = [deg - half, deg + half];
      cells.push({ fromDeg, toDeg, fromM: p.weight - deep / 2, toM: p.weight + deep / 2, lux });
      whole += p.weight;
      if (lux < of.leastLux) dark += p.weight;
      if (lux < least) least = lux;
    }
    lit += whole - dark;
    all += whole;
    return { deg, share: dark / whole, least };
  });
  return { lit: clean(lit / all), dark: runs(sectors), cells };
}

function runs(sectors: readonly { readonly deg: number; readonly share: number; readonly least: number }[]) {
  const isDark = (i: number) => (sectors[i % SECTORS]?.share ?? 0) > 0;
  const step = 360 / SECTORS;
  const run = (from: number, count: number): DarkSector => {
    const mine = Array.from({ length: count }, (_, k) => sectors[(from + k) % SECTORS]).flatMap(
      (s) => s ?? [],
    );
    const [fromDeg, toDeg] = [from * step - step / 2, (from + count - 1) * step + step / 2];
    const middle = (((fromDeg + toDeg) / 2) % 360) + 360;
    return {
      fromDeg: clean(fromDeg),
      toDeg: clean(toDeg),
      way: WAYS[Math.round(middle / 45) % 8] ?? 'front',
      share: clean(mine.reduce((s, x) => s + x.share, 0) / count),
      leastLux: clean(Math.min(...mine.map((x) => x.least))),
    };
  };
  // A run begins where a dark sector follows a lit one; all dark is one run all round.
  const starts = sectors.flatMap((_, i) => (isDark(i) && !isDark(i + SECTORS - 1) ? [i] : []));
  if (starts.length === 0) return isDark(0) ? [run(0, SECTORS)] : [];
  return starts.map((from) => {
    let count = 1;
    while (count < SECTORS && isDark(from + count)) count += 1;
    return run(from, count);
  });
}

/** A lamp as it would be tilted and turned to leave less of the ground dark. */
export interface TiltProposed {
  readonly lamp: number;
  readonly tiltDeg: number;
  readonly panDeg: number;
}

/** *Settings*: tilts that are tried, degrees, and turns besides the lamp's own. */
const TILTS = Array.from({ length: 13 }, (_, i) => -5 * i);
const TURNS = [-30, -20, -10, 0, 10, 20, 30];

/**
 * Tilts and turns that leave the least of the ground dark, lamp after lamp until none gains any more. Of those that are as good the
 * one nearest to how the lamp stands.
 * @param progress told how many rounds are done; false ends it with what was found so far
 */
export function tiltsFor(
  lamps: readonly PlacedBeam[],
  of: CoverageAsked,
  progress: (round: number) => boolean = () => true,
): {
  readonly lamps: readonly PlacedBeam[];
  readonly changes: readonly TiltProposed[];
  readonly coverage: Coverage;
} {
  const ground = points(of).flatMap((s) => s.rings);
  const light = (b: PlacedBeam) => ground.map((p) => roadLux([b], p.rightM, p.aheadM, 'road'));
  const now = [...lamps];
  const own = now.map(light);
  const litBy = (sum: readonly number[]) =>
    ground.reduce((s, p, i) => s + ((sum[i] ?? 0) >= of.leastLux ? p.weight : 0), 0);
  for (let round = 0; round < 4 && progress(round); round += 1) {
    let gained = false;
    lamps.forEach((was, k) => {
      const others = ground.map((_, i) => own.reduce((s, l, j) => s + (j === k ? 0 : (l[i] ?? 0)), 0));
      const worth = (l: readonly number[]) => litBy(others.map((o, i) => o + (l[i] ?? 0)));
      let best = { worth: worth(own[k] ?? []), moved: 0, lamp: now[k] ?? was, light: own[k] ?? [] };
      for (const tiltDeg of TILTS)
        for (const turn of TURNS) {
          const tried = { ...was, tiltDeg, panDeg: (was.panDeg ?? 0) + turn };
          const l = light(tried);
          const w = worth(l);
          const moved = Math.abs(tiltDeg - (was.tiltDeg ?? 0)) + Math.abs(turn);
          if (w > best.worth + 1e-6 || (w > best.worth - 1e-6 && best.moved > moved)) {
            if (w > best.worth + 1e-6) gained = true;
            best = { worth: w, moved, lamp: tried, light: l };
          }
        }
      now[k] = best.lamp;
      own[k] = best.light;
    });
    if (!gained) break;
  }
  return {
    lamps: now,
    coverage: coverage(now, of),
    changes: now.flatMap((b, k) => {
      const was = lamps[k];
      const [tiltDeg, panDeg] = [b.tiltDeg ?? 0, b.panDeg ?? 0];
      return tiltDeg === (was?.tiltDeg ?? 0) && panDeg === (was?.panDeg ?? 0)
        ? []
        : [{ lamp: k, tiltDeg, panDeg }];
    }),
  };
}
