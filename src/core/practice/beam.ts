import type { AngularMap } from '../beam/photometry/angular';

/** A passing beam of made-up figures, to practise with and to try the reading of walls on. */
export interface PracticeBeam {
  /** Intensity at the hot spot, cd. */
  readonly hotCd: number;
  /** To which side the flat part of the cutoff lies; absent: left, for traffic on the right. */
  readonly flat?: 'left' | 'right';
  /** Where the hot spot lies, degrees right of and below the kink. */
  readonly hotH?: number;
  readonly hotDown?: number;
  /** How far the light falls to about a quarter across, degrees. */
  readonly wideDeg?: number;
  readonly deepDeg?: number;
  /** Width of the fall at the cutoff, degrees: 0.05 is sharp, 0.2 soft. */
  readonly softDeg?: number;
  /** Rise of the cutoff beyond its kink, degrees; 0: flat all along, as of a fog lamp. */
  readonly riseDeg?: number;
  /** Light over the cutoff, as a share of the hot spot. */
  readonly overShare?: number;
  /** A second maximum: where, and how much of the hot spot. */
  readonly blotch?: { readonly hDeg: number; readonly vDeg: number; readonly share: number };
}

const steps = (from: number, to: number, by: number): number[] =>
  Array.from(
    { length: Math.round((to - from) / by) + 1 },
    (_, i) => Math.round((from + i * by) * 1000) / 1000,
  );

const H = [...steps(-40, -11, 1), ...steps(-10, 10, 0.25), ...steps(11, 40, 1)];
const V = [...steps(-20, -5, 1), ...steps(-4.5, -3, 0.25), ...steps(-2.9, 2, 0.05), ...steps(2.5, 10, 0.5)];

/** Intensities of a made-up beam by angle, the kink of its cutoff straight ahead; type B, as lamps before a goniometer. */
export function practiceBeam(b: PracticeBeam): AngularMap {
  const side = b.flat === 'right' ? -1 : 1;
  const wide = b.wideDeg ?? 5;
  const deep = b.deepDeg ?? 1.6;
  const soft = b.softDeg ?? 0.09;
  const rise = Math.tan(((b.riseDeg ?? 15) * Math.PI) / 180);
  const at = (h: number, v: number): number => {
    const x = h * side;
    const edge = x > 0 ? Math.min(x, 4) * rise : 0;
    const dx = (x - (b.hotH ?? 1.2)) / wide;
    const dy = (v + (b.hotDown ?? 0.9)) / deep;
    // Falls off as a bell near the middle and slowly far out, as foreground light does.
    const bell = 0.82 * Math.exp(-1.39 * (dx * dx + dy * dy)) + 0.18 / (1 + (dx * dx) / 6 + (dy * dy) / 8);
    const second = b.blotch
      ? b.blotch.share * Math.exp(-8 * ((h - b.blotch.hDeg) ** 2 + (v - b.blotch.vDeg) ** 2))
      : 0;
    const cut = 1 / (1 + Math.exp((v - edge) / soft));
    return (
      b.hotCd * ((bell + second) * cut + (b.overShare ?? 0.006) * Math.exp(-((v / 8) ** 2) - (h / 20) ** 2))
    );
  };
  return { type: 'B', h: H, v: V, candela: H.map((h) => V.map((v) => Math.round(at(h, v) * 10) / 10)) };
}
