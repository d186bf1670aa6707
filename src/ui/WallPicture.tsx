import { memo } from 'react';
import type { KeptMap } from '@/core/beam/wall';

/** What the picture of a wall shows beside its light. */
export interface WallPictureOf {
  readonly map: KeptMap;
  readonly cutoff: {
    readonly vDeg: number;
    readonly kinkH?: number | undefined;
    readonly riseDeg?: number | undefined;
  } | null;
  readonly flat: 'left' | 'right';
  readonly hot: { readonly hDeg: number; readonly vDeg: number } | null;
  /** Where the rule wants the cutoff. */
  readonly targetDeg: number | null;
}

const [DARK, LIT] = [
  [20, 22, 27],
  [255, 241, 201],
] as const;

/** A shade between the dark wall and full light, whole, so that strips that touch leave no seam. @param steps where shades begin */
export function lightShade(light: number, steps: readonly number[]): string | null {
  if (Number.isNaN(light)) return 'unknown';
  const level = steps.filter((s) => light >= s).length;
  if (level === 0) return null;
  const by = 0.06 + 0.94 * (level / steps.length) ** 1.4;
  return `rgb(${DARK.map((d, i) => Math.round(d + by * ((LIT[i] ?? 0) - d))).join(' ')})`;
}

/** The shade of a change: amber brighter, blue darker, each from a quarter on; dark where there is nothing to compare. */
export function changeShade(times: number): string | null {
  if (Number.isNaN(times)) return null;
  if (times >= 2) return '#f3cf62';
  if (times >= 1.25) return '#a8893a';
  if (times <= 0.5) return '#6ea8ec';
  if (times <= 0.8) return '#41658f';
  return '#4a4a46';
}

/** Px a degree. */
const SCALE = 22;

/**
 * Light on a wall over the angles before a lamp, in steps of one scale, so that two beside one another compare. Where nothing is known
 * it is hatched, not dark.
 * @param shades what each cell is filled with, by rows from below; `unknown`: hatched, null: dark
 */
export const WallPicture = memo(function WallPicture({
  of,
  shades,
  title,
}: {
  of: WallPictureOf;
  shades: readonly (string | null)[];
  title: string;
}) {
  const { map } = of;
  const [dh, dv] = [(map.toH - map.fromH) / (map.columns - 1), (map.toV - map.fromV) / (map.rows - 1)];
  const x = (h: number) => (h - map.fromH + dh / 2) * SCALE;
  const y = (v: number) => (map.toV - v + dv / 2) * SCALE;
  const [width, height] = [map.columns * dh * SCALE, map.rows * dv * SCALE];
  const runs: { readonly row: number; readonly from: number; readonly to: number; readonly fill: string }[] =
    [];
  for (let row = 0; row < map.rows; row += 1) {
    let from = 0;
    for (let c = 1; c <= map.columns; c += 1) {
      const was = shades[row * map.columns + from];
      if (c < map.columns && shades[row * map.columns + c] === was) continue;
      if (was) runs.push({ row, from, to: c, fill: was });
      from = c;
    }
  }
  const kink = of.cutoff?.kinkH;
  const way = of.flat === 'left' ? 1 : -1;
  const rise = Math.tan(((of.cutoff?.riseDeg ?? 0) * Math.PI) / 180);
  const course = of.cutoff
    ? kink === undefined
      ? `M0 ${y(of.cutoff.vDeg)}H${width}`
      : `M${x(kink - way * 7)} ${y(of.cutoff.vDeg)}H${x(kink)}L${x(kink + way * 3)} ${y(of.cutoff.vDeg + 3 * rise)}`
    : null;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={title}
      className="block w-full"
      data-wall-picture
    >
      <defs>
        <pattern
          id="wall-unknown"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke="#6f7480" strokeWidth="1.2" />
        </pattern>
      </defs>
      <rect width={width} height={height} fill="#14161b" />
      {runs.map((r) => (
        <rect
          key={`${r.row}/${r.from}`}
          x={r.from * dh * SCALE}
          y={y(map.fromV + r.row * dv) - (dv * SCALE) / 2 - 0.4}
          width={(r.to - r.from) * dh * SCALE + 0.4}
          height={dv * SCALE + 0.8}
          fill={r.fill === 'unknown' ? 'url(#wall-unknown)' : r.fill}
        />
      ))}
      <path
        d={`M0 ${y(0)}H${width}M${x(0)} 0V${height}`}
        stroke="#9aa0ab"
        strokeWidth="1"
        strokeDasharray="2 5"
      />
      {of.targetDeg !== null && (
        <path d={`M0 ${y(of.targetDeg)}H${width}`} stroke="#ff9db6" strokeWidth="2" strokeDasharray="9 6" />
      )}
      {course && <path d={course} fill="none" stroke="#5fd0d0" strokeWidth="2.5" />}
      {of.hot && (
        <path
          d={`M${x(of.hot.hDeg) - 7} ${y(of.hot.vDeg)}h14M${x(of.hot.hDeg)} ${y(of.hot.vDeg) - 7}v14`}
          stroke="#14161b"
          strokeWidth="2.5"
        />
      )}
    </svg>
  );
});
