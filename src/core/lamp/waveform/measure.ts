import { levelIn, stretches } from './stretches';
import type { Stretch, Waveform } from './types';

/** The level at a time: at an edge, that of what begins there. */
export function sample(w: Waveform, us: number): number {
  return stretches(w, us, us + 1)[0]?.from ?? 0;
}

/** The part of a list without gaps that a time lies in, by halving. */
export function partAt(list: readonly Stretch[], us: number): Stretch | undefined {
  let [low, high] = [0, list.length - 1];
  while (low <= high) {
    const mid = (low + high) >> 1;
    const s = list[mid];
    if (!s) return undefined;
    if (us < s.fromUs) high = mid - 1;
    else if (us >= s.toUs) low = mid + 1;
    else return s;
  }
  return undefined;
}

/** The level of a list at a time; dark outside of it. */
export function levelAt(list: readonly Stretch[], us: number): number {
  const s = partAt(list, us);
  return s ? levelIn(s, us) : 0;
}

/** The mean level over a list, with what a carrier lets through. */
export function meanOf(list: readonly Stretch[]): number {
  let [sum, length] = [0, 0];
  for (const s of list) {
    const us = s.toUs - s.fromUs;
    sum += ((s.from + s.to) / 2) * us * (s.carrier?.duty ?? 1);
    length += us;
  }
  return length === 0 ? 0 : sum / length;
}

/** The mean level of a waveform over a span. mean(max) is not max(mean): combine first. */
export const mean = (w: Waveform, fromUs: number, toUs: number): number => meanOf(stretches(w, fromUs, toUs));
