import type { End } from '../vehicle';

/** JSON as it came: nothing is known of it yet. */
type Json = unknown;
type Row = Readonly<Record<string, Json>>;
const isRow = (x: Json): x is Row => typeof x === 'object' && x !== null && !Array.isArray(x);

/** *Setting*: the most areas that a number stands for. */
const MOST_AREAS = 200;

/**
 * A lamp's program as a person writes it: a number of areas beside one another from the inner end (`b1` …), every function
 * on all of them where it names none, a sweep that fills from the inner end.
 * @param end of the vehicle that the lamp sits at: a face is drawn as one stands before the left lamp, whose inner end is at
 * the left in front, and at the right behind
 */
export function fullProgram(program: Json, end: End): Json {
  if (!isRow(program)) return program;
  const count =
    typeof program.segments === 'number' ? Math.min(MOST_AREAS, Math.max(0, program.segments)) : null;
  const segments =
    count === null
      ? program.segments
      : Array.from({ length: count }, (_, i) => ({
          id: `b${i + 1}`,
          shape: 'bar',
          x: ((end === 'rear' ? count - 1 - i : i) * 100) / count,
          y: 0,
          w: 100 / count,
          h: 100,
        }));
  const all = Array.isArray(segments) ? segments.map((s: Json) => (isRow(s) ? s.id : s)) : [];
  return {
    ...program,
    segments,
    functions: Array.isArray(program.functions)
      ? program.functions.map((f: Json) =>
          isRow(f)
            ? {
                segments: all,
                ...f,
                ...(isRow(f.sweep) ? { sweep: { how: 'fill', from: 'inner', ...f.sweep } } : {}),
              }
            : f,
        )
      : program.functions,
  };
}
