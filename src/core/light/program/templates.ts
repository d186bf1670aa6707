import type { LampFunction } from '../../vehicle';
import type { FunctionProgram, LampProgram, ProgramSegment } from './types';

/** Ready shapes of a lit face, with a few figures: nobody types twenty-four segments. */
export const TEMPLATES = ['bar', 'matrix', 'strip-over-projector', 'ring', 'halves'] as const;
export type TemplateName = (typeof TEMPLATES)[number];

/** The figures of a template. */
export interface TemplateFigures {
  /** Areas in a row, 1 to 60. */
  readonly count: number;
  /** Rows of a matrix, 1 to 12. */
  readonly rows?: number;
  /** Where the middle of the vehicle is, on the face of the left lamp: front lamps have it at the left. */
  readonly inner?: InnerEnd;
}

/** The side of the left lamp's face that is towards the middle of the vehicle, as one stands before it. */
export type InnerEnd = 'left' | 'right';
/** Seen from in front the left lamp is at the right, so its inner end is at the left; from behind it is the other way. */
export const innerEnd = (end: string): InnerEnd => (end === 'rear' ? 'right' : 'left');

const MOST = 60;
const MOST_ROWS = 12;
const whole = (n: number, most: number): number => Math.max(1, Math.min(most, Math.round(n) || 1));

/** The areas of a template over a whole face, from the inner end to the outer; ids say what they are. */
export function templateSegments(
  name: TemplateName,
  { count, rows = 2, inner = 'left' }: TemplateFigures,
): readonly ProgramSegment[] {
  const n = whole(count, MOST);
  switch (name) {
    case 'bar':
      return cellsOf({ x: 4, y: 20, w: 92, h: 60 }, n, 1, 'b', inner);
    case 'matrix':
      return cellsOf({ x: 6, y: 10, w: 88, h: 80 }, n, whole(rows, MOST_ROWS), 'm', inner);
    case 'halves':
      return cellsOf({ x: 4, y: 10, w: 92, h: 80 }, 2, 1, 'half', inner);
    case 'strip-over-projector':
      return [
        ...cellsOf({ x: 4, y: 10, w: 92, h: 18 }, n, 1, 's', inner),
        { id: 'projector', shape: 'round', x: 14, y: 40, w: 30, h: 50 },
        { id: 'second', shape: 'round', x: 54, y: 40, w: 30, h: 50 },
      ];
    case 'ring': {
      const size = Math.min(26, 200 / n);
      return Array.from({ length: n }, (_, i) => {
        const turn = (2 * Math.PI * i) / n;
        return {
          id: `r${i + 1}`,
          shape: 'round' as const,
          x: tenth(50 - size / 2 + (48 - size / 2) * Math.sin(turn)),
          y: tenth(50 - size / 2 - (48 - size / 2) * Math.cos(turn)),
          w: tenth(size),
          h: tenth(size),
        };
      });
    }
  }
}

interface Area {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const tenth = (x: number): number => Math.round(x * 10) / 10;
/** Share of a cell that is lit: between two there is a seam. */
const LIT = 0.9;

/** An area in columns and rows, column by column from the inner end. */
function cellsOf(
  a: Area,
  columns: number,
  rows: number,
  prefix: string,
  inner: InnerEnd,
): readonly ProgramSegment[] {
  return Array.from({ length: columns }, (_, c) =>
    Array.from({ length: rows }, (_, r): ProgramSegment => {
      const [w, h] = [a.w / columns, a.h / rows];
      return {
        id: `${prefix}${c * rows + r + 1}`,
        shape: 'bar',
        x: tenth(a.x + (inner === 'left' ? c : columns - 1 - c) * w + (w * (1 - LIT)) / 2),
        y: tenth(a.y + r * h + (rows > 1 ? (h * (1 - LIT)) / 2 : 0)),
        w: tenth(w * LIT),
        h: tenth(rows > 1 ? h * LIT : h),
      };
    }),
  ).flat();
}

/**
 * A program with the area of one function parted into so many, along its longer side, from the inner end. Functions that
 * share the area share the parts.
 */
export function parted(
  program: LampProgram,
  does: LampFunction,
  count: number,
  inner: InnerEnd,
): LampProgram {
  const own = program.functions.find((f) => f.does === does)?.segments ?? [];
  const n = whole(count, MOST);
  const parts = new Map<string, readonly ProgramSegment[]>();
  for (const s of program.segments) {
    if (!own.includes(s.id)) continue;
    const along = s.w >= s.h ? cellsOf(s, n, 1, `${s.id}-`, inner) : cellsOf(s, 1, n, `${s.id}-`, inner);
    parts.set(s.id, along);
  }
  return {
    ...program,
    segments: program.segments.flatMap((s) => parts.get(s.id) ?? [s]),
    functions: program.functions.map((f) => ({
      ...f,
      segments: f.segments.flatMap((id) => parts.get(id)?.map((p) => p.id) ?? [id]),
    })),
  };
}

/** A program with what one function does changed. */
export const changed = (
  program: LampProgram,
  does: LampFunction,
  change: Partial<FunctionProgram>,
): LampProgram => ({
  ...program,
  functions: program.functions.map((f) => (f.does === does ? { ...f, ...change } : f)),
});
