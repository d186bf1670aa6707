import { hOf, vOf, type WallMap } from './wallMap';

/** A place of most light. */
export interface Spot {
  readonly hDeg: number;
  readonly vDeg: number;
  /** In the map's own measure: share of white, or lx. */
  readonly light: number;
}

/** A separate maximum beside the hot spot: a blotch. */
export interface Blotch extends Spot {
  /** How much it stands out over the way to a brighter place, as a share of the hot spot. */
  readonly prominence: number;
}

/** *Settings*: over how far light is smoothed before its places are looked for, degrees. */
const SMOOTH_DEG = 0.15;
/** *Setting*: what belongs to a hot spot: so much of its most. */
const SPOT_SHARE = 0.95;
/** *Setting*: a maximum that stands out by less is the unevenness of any lens. */
const PROMINENT = 0.1;
/** *Setting*: below this share of the hot spot it is dark. */
const DARK = 0.02;

/** The light smoothed over a few cells each way; a cell that is not known stays so, and counts for no other. */
export function smoothed(m: WallMap, overDeg = SMOOTH_DEG): Float32Array {
  const reach = Math.max(1, Math.round(overDeg / m.stepDeg));
  let light = m.light;
  // Two means after another weigh what is near more: a triangle.
  for (let pass = 0; pass < 2; pass += 1) {
    light = mean(light, m.columns, m.rows, reach, true);
    light = mean(light, m.columns, m.rows, reach, false);
  }
  return light.map((v, i) => (Number.isNaN(m.light[i]) ? NaN : v));
}

function mean(from: Float32Array, columns: number, rows: number, reach: number, across: boolean) {
  const to = new Float32Array(from.length);
  const [lines, length] = across ? [rows, columns] : [columns, rows];
  for (let line = 0; line < lines; line += 1) {
    const index = (k: number) => (across ? line * columns + k : k * columns + line);
    let sum = 0;
    let count = 0;
    const take = (k: number, sign: 1 | -1) => {
      if (k < 0 || k >= length) return;
      const v = from[index(k)] as number;
      if (Number.isNaN(v)) return;
      sum += sign * v;
      count += sign;
    };
    for (let k = 0; k <= reach - 1; k += 1) take(k, 1);
    for (let k = 0; k < length; k += 1) {
      take(k + reach, 1);
      to[index(k)] = count > 0 ? sum / count : NaN;
      take(k - reach, -1);
    }
  }
  return to;
}

/**
 * The hot spot and what stands out beside it. The hot spot's place is the middle of the cells around the most that have 95 % of
 * it, weighted by their light. A blotch is a maximum of its own: from it every way to a brighter place goes down by at least a
 * tenth of the hot spot. None: the map has no light.
 */
export function spotsOf(m: WallMap): { readonly hot: Spot; readonly blotches: readonly Blotch[] } | null {
  const light = smoothed(m);
  let top = -1;
  for (let i = 0; i < light.length; i += 1)
    if ((light[i] as number) > (top < 0 ? 0 : (light[top] as number))) top = i;
  if (top < 0) return null;
  const most = light[top] as number;
  return {
    hot: middleOf(m, light, top, most),
    blotches: peaks(m, light, most, top),
  };
}

function middleOf(m: WallMap, light: Float32Array, top: number, most: number): Spot {
  const seen = new Set([top]);
  const open = [top];
  let [sum, h, v] = [0, 0, 0];
  while (open.length > 0) {
    const i = open.pop() as number;
    const value = light[i] as number;
    const w = value - most * (SPOT_SHARE - 0.01);
    const [column, row] = [i % m.columns, Math.floor(i / m.columns)];
    sum += w;
    h += w * hOf(m, column);
    v += w * vOf(m, row);
    for (const k of beside(m, i))
      if (!seen.has(k) && (light[k] as number) >= SPOT_SHARE * most) {
        seen.add(k);
        open.push(k);
      }
  }
  return { hDeg: h / sum, vDeg: v / sum, light: most };
}

function beside(m: WallMap, i: number): number[] {
  const column = i % m.columns;
  const around: number[] = [];
  for (let dy = -1; dy <= 1; dy += 1)
    for (let dx = -1; dx <= 1; dx += 1) {
      const k = i + dy * m.columns + dx;
      if (
        (dx !== 0 || dy !== 0) &&
        column + dx >= 0 &&
        column + dx < m.columns &&
        k >= 0 &&
        k < m.light.length
      )
        around.push(k);
    }
  return around;
}

/** Floods the light from the top down; where two floods meet, the lower of their tops stands out over that place. */
function peaks(m: WallMap, light: Float32Array, most: number, top: number): readonly Blotch[] {
  const cells: number[] = [];
  for (let i = 0; i < light.length; i += 1) if ((light[i] as number) > DARK * most) cells.push(i);
  cells.sort((a, b) => (light[b] as number) - (light[a] as number) || a - b);
  const parent = new Int32Array(light.length).fill(-1);
  const root = (i: number): number => {
    let r = i;
    while (parent[r] !== r) r = parent[r] as number;
    while (parent[i] !== r) {
      const next = parent[i] as number;
      parent[i] = r;
      i = next;
    }
    return r;
  };
  const found: Blotch[] = [];
  const blotch = (peak: number, saddle: number) => {
    const prominence = ((light[peak] as number) - saddle) / most;
    if (prominence < PROMINENT || peak === top) return;
    const [hDeg, vDeg] = [hOf(m, peak % m.columns), vOf(m, Math.floor(peak / m.columns))];
    found.push({ hDeg, vDeg, light: light[peak] as number, prominence });
  };
  for (const i of cells) {
    parent[i] = i;
    for (const k of beside(m, i)) {
      if (parent[k] === -1) continue;
      const [a, b] = [root(i), root(k)];
      if (a === b) continue;
      // The root of a flood is its top.
      const [high, low] = (light[a] as number) >= (light[b] as number) ? [a, b] : [b, a];
      blotch(low, light[i] as number);
      parent[low] = high;
    }
  }
  // What the dark parts from the hot spot all around.
  for (const i of cells) if (parent[i] === i) blotch(i, DARK * most);
  return found.sort((a, b) => b.prominence - a.prominence);
}

/** How wide the beam is through its hot spot where it still has so much of the hot spot's light, degrees; null: beyond the map. */
export function widthAt(m: WallMap, hot: Spot, share: number): number | null {
  const light = smoothed(m);
  const row = Math.round((hot.vDeg - m.fromV) / m.stepDeg);
  const start = Math.round((hot.hDeg - m.fromH) / m.stepDeg);
  const at = (column: number) => light[row * m.columns + column] as number;
  const wanted = hot.light * share;
  const edge = (way: 1 | -1): number | null => {
    for (let c = start; c + way >= 0 && c + way < m.columns; c += way) {
      const [a, b] = [at(c), at(c + way)];
      if (Number.isNaN(b)) return null;
      if (a >= wanted && b < wanted) return hOf(m, c) + way * m.stepDeg * ((a - wanted) / (a - b));
    }
    return null;
  };
  const [left, right] = [edge(-1), edge(1)];
  return left === null || right === null ? null : right - left;
}
