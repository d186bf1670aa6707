import { levelIn } from './combine';
import { stretches } from './stretches';
import type { Stretch, Waveform } from './types';

/** The level at a time: at an edge, that of what begins there. */
export function sample(w: Waveform, us: number): number {
  return stretches(w, us, us + 1)[0]?.from ?? 0;
}

/** The place of the part that a time lies in, by halving; the length of the list beyond its end, 0 before it. */
export function placeAt(list: readonly Stretch[], us: number): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((list[mid]?.toUs ?? Infinity) <= us) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** The part of a list without gaps that a time lies in. */
function partAt(list: readonly Stretch[], us: number): Stretch | undefined {
  const s = list[placeAt(list, us)];
  return s && s.fromUs <= us ? s : undefined;
}

/** The level of a list at a time; dark outside of it. */
export function levelAt(list: readonly Stretch[], us: number): number {
  const s = partAt(list, us);
  return s ? levelIn(s, us) : 0;
}

/** The mean level over a list, with what a carrier lets through. */
function meanOf(list: readonly Stretch[]): number {
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
