import { type GivenFacts, type Reason, reason, type ReasonCode } from '../../kernel/reason';
import { type LampProgram, sweepSteps } from './types';

/**
 * What a schema cannot check of a program: areas and functions that exist, areas inside of the face, figures the right way
 * round, segments that would be lit at one time in one place, a function that goes out for itself.
 * @param functions the functions that the lamp has
 */
export function programFaults(
  path: string,
  program: LampProgram,
  functions: readonly string[],
): readonly { readonly path: string; readonly reason: Reason }[] {
  const faults: { path: string; reason: Reason }[] = [];
  const fault = <C extends ReasonCode>(at: string, code: C, ...facts: GivenFacts<C>) =>
    faults.push({ path: `${path}${at}`, reason: reason(code, ...facts) });
  const ids = program.segments.map((s) => s.id);
  ids.forEach((id, i) => ids.indexOf(id) !== i && fault(`/segments/${i}/id`, 'id-twice', { id }));
  program.segments.forEach((s, i) => {
    if (s.x + s.w > 100.001 || s.y + s.h > 100.001)
      fault(`/segments/${i}`, 'segment-outside', { segment: s.id });
  });
  program.functions.forEach((f, i) => {
    const at = `/functions/${i}`;
    if (!functions.includes(f.does)) fault(`${at}/does`, 'program-no-function', { does: f.does });
    f.segments.forEach((id, j) => {
      if (!ids.includes(id)) fault(`${at}/segments/${j}`, 'program-no-segment', { segment: id });
    });
    for (const [name, what] of [
      ['out', f.out?.while],
      ['dimmed', f.dimmed?.while],
    ] as const) {
      if (what === undefined) continue;
      if (what === f.does) fault(`${at}/${name}/while`, 'program-for-itself', { does: f.does });
      else if (!functions.includes(what)) fault(`${at}/${name}/while`, 'program-no-function', { does: what });
    }
    for (const [name, figure] of [
      ['sweep/stepMs', f.sweep?.stepMs],
      ['out/returnMs', f.out?.returnMs],
    ] as const)
      if (figure && typeof figure === 'object' && figure.from > figure.to)
        fault(`${at}/${name}`, 'range-backwards', { from: figure.from, to: figure.to });
    if (f.sweep && sweepSteps(f.sweep, f.segments.length) < 2)
      fault(`${at}/sweep`, 'sweep-of-one', { does: f.does });
    program.functions.forEach((g, j) => {
      if (j >= i || g.does !== f.does) return;
      const apart =
        (f.mode !== undefined && g.mode !== undefined && f.mode !== g.mode) ||
        (f.side !== undefined && g.side !== undefined && f.side !== g.side);
      if (!apart) fault(`${at}/mode`, 'program-twice', { does: f.does });
    });
  });
  return faults;
}
