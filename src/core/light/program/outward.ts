import type { Side } from '../../vehicle';
import { type FunctionProgram, type LampProgram, sweepPlace, sweepSteps } from './types';

/** A lamp at its place, as far as the way of a sweep over its face goes. */
interface PlacedLamp {
  readonly position: string;
  readonly side: Side;
  readonly program: LampProgram;
}

/** *Setting*: middles that lie closer beside or over one another are in one line, hundredths of the face. */
const IN_LINE = 1;

/**
 * Which way a sweep runs over the face as it is drawn: outwards, inwards, or neither evenly (back and forth, up and
 * down). null: nothing of it is drawn, or the lamp stands where there is no inside.
 * A face is drawn as one stands before the left lamp, and is mirrored for the right one: in front its outer end is at the
 * right, behind at the left, whichever side it is on. A lamp in the middle is drawn as it is seen, and its functions say
 * their side.
 */
export function outward(lamp: PlacedLamp, f: FunctionProgram): 'outward' | 'inward' | 'uneven' | null {
  const middles = stepMiddles(lamp.program, f);
  if (middles.length < 2) return null;
  const x = trend(middles.map((m) => m.x));
  const y = trend(middles.map((m) => m.y));
  if (x === null || y === null) return 'uneven';
  const side = lamp.side === 'centre' ? (f.side ?? 'centre') : 'left';
  const end = lamp.position.split('.')[1];
  if (x === 0 || side === 'centre' || (end !== 'front' && end !== 'rear')) return null;
  const outer = (side === 'left') === (end === 'front') ? 1 : -1;
  return x === outer ? 'outward' : 'inward';
}

/** The middle of what each step lights, in the order in which they come on. */
function stepMiddles(
  program: LampProgram,
  f: FunctionProgram,
): readonly { readonly x: number; readonly y: number }[] {
  const { sweep } = f;
  if (!sweep) return [];
  const areas = new Map(program.segments.map((s) => [s.id, s]));
  const steps: { x: number; y: number; n: number }[] = Array.from(
    { length: sweepSteps(sweep, f.segments.length) },
    () => ({ x: 0, y: 0, n: 0 }),
  );
  f.segments.forEach((id, i) => {
    const area = areas.get(id);
    const step = steps[sweepPlace(sweep, i, f.segments.length)];
    if (!area || !step || area.w === 0 || area.h === 0) return;
    step.x += area.x + area.w / 2;
    step.y += area.y + area.h / 2;
    step.n += 1;
  });
  return steps.flatMap((s) => (s.n > 0 ? [{ x: s.x / s.n, y: s.y / s.n }] : []));
}

/** 1 where figures only rise, -1 where they only fall, 0 where they stay; null: now this, now that. */
function trend(list: readonly number[]): 1 | -1 | 0 | null {
  const ways = list.flatMap((v, i) => {
    const by = v - (list[i - 1] ?? v);
    return Math.abs(by) < IN_LINE ? [] : [Math.sign(by)];
  });
  if (ways.length === 0) return 0;
  return ways.every((w) => w === ways[0]) ? (ways[0] === 1 ? 1 : -1) : null;
}
