import type { LampFunction } from '../../vehicle';
import type { InnerEnd } from './templates';
import type { LampProgram, ProgramSegment } from './types';

/** The smallest side of an area, hundredths of the face. */
export const LEAST_SIDE = 2;

const tenth = (x: number): number => Math.round(x * 10) / 10;
const within = (x: number, most: number): number => tenth(Math.max(0, Math.min(most, x)));

/** An area kept inside of the face, no smaller than can be seen. */
export function placed<A extends Pick<ProgramSegment, 'x' | 'y' | 'w' | 'h'>>(area: A): A {
  const [w, h] = [within(Math.max(LEAST_SIDE, area.w), 100), within(Math.max(LEAST_SIDE, area.h), 100)];
  return { ...area, w, h, x: within(area.x, 100 - w), y: within(area.y, 100 - h) };
}

/** The area between two corners, in whichever order they were set. */
export const between = (
  a: { readonly x: number; readonly y: number },
  b: { readonly x: number; readonly y: number },
): Pick<ProgramSegment, 'x' | 'y' | 'w' | 'h'> =>
  placed({
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    w: Math.abs(a.x - b.x),
    h: Math.abs(a.y - b.y),
  });

/** A program with one area more, lit by nothing yet; and the id that it got. */
export function withArea(
  program: LampProgram,
  area: Omit<ProgramSegment, 'id'>,
): { readonly program: LampProgram; readonly id: string } {
  const taken = new Set(program.segments.map((s) => s.id));
  let n = 1;
  while (taken.has(`a${n}`)) n += 1;
  const id = `a${n}`;
  return { program: { ...program, segments: [...program.segments, placed({ id, ...area })] }, id };
}

/** A program in which an area is otherwise. */
export const areaChanged = (
  program: LampProgram,
  id: string,
  by: Partial<Omit<ProgramSegment, 'id'>>,
): LampProgram => ({
  ...program,
  segments: program.segments.map((s) => (s.id === id ? placed({ ...s, ...by }) : s)),
});

/** A program without an area; what was lit there alone is lit nowhere and leaves the program. */
export const withoutArea = (program: LampProgram, id: string): LampProgram => ({
  ...program,
  segments: program.segments.filter((s) => s.id !== id),
  functions: program.functions.flatMap((f) => {
    const segments = f.segments.filter((s) => s !== id);
    return segments.length > 0 ? [{ ...f, segments }] : [];
  }),
});

/** A program in which a function lights an area, or no longer does. Areas stay in the order from the inner end. */
export function litBy(
  program: LampProgram,
  id: string,
  does: LampFunction,
  lit: boolean,
  inner: InnerEnd,
): LampProgram {
  const known = program.functions.some((f) => f.does === does);
  const at = new Map(program.segments.map((s) => [s.id, s.x + s.w / 2]));
  const way = inner === 'left' ? 1 : -1;
  const functions = known || !lit ? program.functions : [...program.functions, { does, segments: [] }];
  return {
    ...program,
    functions: functions.flatMap((f) => {
      if (f.does !== does) return [f];
      const rest = f.segments.filter((s) => s !== id);
      const segments = lit ? [...rest, id].sort((a, b) => way * ((at.get(a) ?? 0) - (at.get(b) ?? 0))) : rest;
      return segments.length > 0 ? [{ ...f, segments }] : [];
    }),
  };
}
