import type { RunFunction } from '../program/run';
import type { LampProgram } from '../program/types';
import { type Carrier, levelIn, type Stretch } from '../waveform';
import type { LampOverTime, SegmentLight } from './lightTypes';

/** The light of each segment: of functions that share one, the brighter shows; even ones in the order of the program. */
export function segmentsOf(
  program: LampProgram,
  functions: readonly RunFunction[],
): LampOverTime['segments'] {
  return program.segments.map(({ id }) => {
    const drivers = functions.flatMap((f) => f.segments.filter((s) => s.segment === id));
    return { id, light: brightest(drivers) };
  });
}

type Driver = RunFunction['segments'][number];

function brightest(drivers: readonly Driver[]): readonly SegmentLight[] {
  const [only] = drivers;
  if (!only) return [];
  if (drivers.length === 1)
    return only.light.map((s) => lengthOf(only, s.fromUs, s.toUs, s.from, s.to, s.carrier));
  const places = new Int32Array(drivers.length);
  const end = only.light.at(-1)?.toUs ?? 0;
  const list: SegmentLight[] = [];
  let last: SegmentLight | null = null;
  let at = only.light[0]?.fromUs ?? 0;
  while (at < end) {
    let to = end;
    let [best, part, most, rise]: [Driver, Stretch | null, number, number] = [only, null, -1, 0];
    let ramps = false;
    // Counted loops: this runs for every edge of every segment.
    for (let i = 0; i < drivers.length; i += 1) {
      const d = drivers[i] ?? only;
      let place = places[i] ?? 0;
      let s = d.light[place];
      while (s && s.toUs <= at) s = d.light[(place += 1)];
      places[i] = place;
      if (!s) continue;
      if (s.toUs < to) to = s.toUs;
      ramps ||= s.to !== s.from;
      const level = levelIn(s, at);
      const slope = riseOf(s);
      if (level > most || (level === most && slope > rise)) [best, part, most, rise] = [d, s, level, slope];
    }
    if (!part) break;
    // Where another comes to outshine it, it ends.
    if (ramps) to = Math.min(to, crossing(drivers, places, at, most, rise));
    const next = lengthOf(best, at, to, levelIn(part, at), levelIn(part, to), part.carrier);
    if (last && goesOn(last, next)) list[list.length - 1] = last = longer(last, to);
    else list.push((last = next));
    at = to;
  }
  return list;
}

/** Level a µs. */
const riseOf = (s: Stretch): number => (s.to === s.from ? 0 : (s.to - s.from) / (s.toUs - s.fromUs));

/** When another driver, as it is now, comes to be brighter than the one at a level that rises so; never before the next µs. */
function crossing(
  drivers: readonly Driver[],
  places: Int32Array,
  at: number,
  level: number,
  rise: number,
): number {
  let first = Infinity;
  for (let i = 0; i < drivers.length; i += 1) {
    const s = drivers[i]?.light[places[i] ?? 0];
    if (!s) continue;
    const gains = riseOf(s) - rise;
    if (gains <= 0) continue;
    const behind = level - levelIn(s, at);
    first = Math.min(first, Math.max(at + 1, Math.ceil(at + behind / gains)));
  }
  return first;
}

/** Whether a length of light is the one before, longer. */
const goesOn = (a: SegmentLight, b: SegmentLight): boolean =>
  a.to === undefined &&
  b.to === undefined &&
  a.level === b.level &&
  a.colour === b.colour &&
  a.does === b.does &&
  a.carrier === b.carrier;

function lengthOf(
  d: Driver,
  fromUs: number,
  toUs: number,
  level: number,
  to: number,
  carrier: Carrier | undefined,
): SegmentLight {
  const lit = level > 0 || to > 0;
  const [colour, does] = lit ? [d.colour, d.does] : [null, null];
  if (to === level && !carrier) return { fromUs, toUs, level, colour, does };
  return {
    fromUs,
    toUs,
    level,
    ...(to === level ? {} : { to }),
    colour,
    does,
    ...(carrier ? { carrier } : {}),
  };
}

const longer = (s: SegmentLight, toUs: number): SegmentLight => ({ ...s, toUs });

/** The level of a length of light at a time in it. */
export const segmentLevel = (s: SegmentLight, us: number): number =>
  s.to === undefined
    ? s.level
    : s.level + ((s.to - s.level) * (us - s.fromUs)) / Math.max(1, s.toUs - s.fromUs);
