import { type Reason, reason } from '../../kernel/reason';
import type { Sampled } from './wallMap';

/** Some exposures of one wall from one place, made one. */
export type Joined =
  | { readonly kind: 'joined'; readonly light: Float32Array; readonly blown: number }
  | { readonly kind: 'refused'; readonly reason: Reason };

/** *Settings*: shares of white between which a value says most of the light; cells that two exposures need in common. */
const [DARK, BRIGHT] = [0.02, 0.8];
const COMMON = 300;
/** *Setting*: how far the ratio of two exposures may differ over the wall, quartile against quartile. */
const SPREAD = 1.12;

/**
 * Joins exposures of one wall: each is brought to the scale of the first by the median ratio of the cells that both show well, and
 * a cell is the mean of those that show it, weighted by their light. Refused where two have too little in common, or their
 * ratio is not one all over the wall: the camera did not hold its exposure, or maps tones by itself.
 */
export function joined(shots: readonly Sampled[]): Joined {
  const [first, ...others] = [...shots].sort((a, b) => b.blown - a.blown);
  if (!first) return { kind: 'refused', reason: reason('wall-exposures') };
  if (others.length === 0) return { kind: 'joined', light: first.map.light, blown: first.blown };
  const n = first.map.light.length;
  const sum = new Float64Array(n);
  const weight = new Float64Array(n);
  const add = (light: Float32Array, scale: number) => {
    for (let i = 0; i < n; i += 1) {
      const value = light[i] as number;
      if (!(value > 0)) {
        if (value === 0 && (weight[i] as number) === 0) weight[i] = 1e-9;
        continue;
      }
      // What is nearly white bends in most cameras; what is dark has few steps.
      const w = value < BRIGHT ? value : value * 0.05;
      sum[i] = (sum[i] as number) + w * value * scale;
      weight[i] = (weight[i] as number) + w;
    }
  };
  add(first.map.light, 1);
  let before = first.map.light;
  let scale = 1;
  for (const shot of others) {
    const ratios: number[] = [];
    for (let i = 0; i < n; i += 1) {
      const [a, b] = [before[i] as number, shot.map.light[i] as number];
      if (a > DARK && a < BRIGHT && b > DARK && b < BRIGHT) ratios.push(a / b);
    }
    if (ratios.length < COMMON) return { kind: 'refused', reason: reason('wall-exposures') };
    ratios.sort((x, y) => x - y);
    const at = (share: number) => ratios[Math.floor(share * (ratios.length - 1))] as number;
    if (at(0.75) / at(0.25) > SPREAD) return { kind: 'refused', reason: reason('wall-tone') };
    scale *= at(0.5);
    add(shot.map.light, scale);
    before = shot.map.light;
  }
  const light = Float32Array.from({ length: n }, (_, i) =>
    (weight[i] as number) > 0 ? (sum[i] as number) / (weight[i] as number) : NaN,
  );
  return { kind: 'joined', light, blown: Math.min(...shots.map((s) => s.blown)) };
}
