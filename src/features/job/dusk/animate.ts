import { segmentLevel } from '@/core/light/overTime/segmentLight';
import type { LightOverTime, SegmentLight } from '@/core/light/overTime/simulate';
import { LIGHT } from '@/ui/lampLight';

/** Light of segments by the name that their drawing carries (`data-seg`). */
export type Lights = ReadonlyMap<string, readonly SegmentLight[]>;

/** Names the drawing of a segment. */
export const segName = (view: string, position: string, segment: string): string =>
  `${view}|${position}|${segment}`;

/** The lights of some played vehicles, each under the name of its view. */
export function lightsOf(
  views: readonly (readonly [view: string, played: readonly LightOverTime[]])[],
): Lights {
  const lights = new Map<string, readonly SegmentLight[]>();
  for (const [view, played] of views)
    for (const p of played)
      for (const l of p.lamps)
        for (const s of l.segments) lights.set(segName(view, l.lamp.position, s.id), s.light);
  return lights;
}

/** The length of light at a time, from where it was found last: time mostly goes on a little. */
function placeFrom(light: readonly SegmentLight[], us: number, from: number): number {
  let i = from;
  while (i > 0 && us < (light[i]?.fromUs ?? 0)) i -= 1;
  while (i < light.length - 1 && us >= (light[i]?.toUs ?? Infinity)) i += 1;
  return i;
}

/** Level of a length of light at a time; a carrier lets its share through, as the eye takes it. */
function shining(s: SegmentLight | undefined, us: number): number {
  return s ? segmentLevel(s, us) * (s.carrier?.duty ?? 1) : 0;
}

/**
 * Makes what shows a frame: writes opacity and colour of the segments that changed, and nothing else. Found once in the
 * drawing; no filter is drawn anew.
 */
export function animator(root: ParentNode, lights: Lights): (us: number) => void {
  const found = [...root.querySelectorAll<SVGGElement>('[data-seg]')].flatMap((element) => {
    const light = lights.get(element.dataset.seg ?? '');
    return light ? [{ element, light, at: 0, shown: -1, does: '' as string | null, colour: '' }] : [];
  });
  return (us) => {
    for (const f of found) {
      f.at = placeFrom(f.light, us, f.at);
      const s = f.light[f.at];
      const level = Math.round(shining(s, us) * 50) / 50;
      if (level !== f.shown) {
        f.shown = level;
        f.element.setAttribute('opacity', String(level === 0 ? 0 : 0.25 + 0.75 * level));
      }
      const does = level > 0 ? (s?.does ?? null) : null;
      if (does !== f.does) {
        f.does = does;
        if (does) f.element.setAttribute('data-lit', does);
        else f.element.removeAttribute('data-lit');
      }
      const colour = s?.colour ? LIGHT[s.colour].core : f.colour;
      if (level > 0 && colour !== f.colour) {
        f.colour = colour;
        f.element.setAttribute('color', colour);
      }
    }
  };
}
