import type { CrewTask } from './crew';
import type { WorkStep } from './placed';
import type { Tool, Zone } from './types';

/** *Setting*: places in which one person has room. */
const ROOM_FOR_ONE: readonly Zone[] = ['under', 'cab'];

/**
 * The steps of one way as two people share them. What the vehicle's state decides keeps the order that it has for one: a
 * step that needs the lid down is not done while the other still works under it.
 * @param steps in the order for one
 */
export function crewOf(steps: readonly WorkStep[]): readonly CrewTask[] {
  const statesOf = (s: WorkStep) => ({ ...s.needs, ...s.sets });
  return steps.map((s, i): CrewTask => {
    const mine = statesOf(s);
    const byState = steps.slice(0, i).filter((o) => {
      const theirs = statesOf(o);
      // Both look at one state, and one of them changes it, or they want it differently.
      return Object.keys(mine).some(
        (name) =>
          theirs[name] !== undefined && (name in s.sets || name in o.sets || theirs[name] !== mine[name]),
      );
    });
    return {
      id: s.id,
      minutes: s.minutes,
      people: s.step.people ?? (s.step.cautions?.includes('second-person') ? 2 : 1),
      after: [...new Set([...s.after, ...byState.map((o) => o.id)])],
      alone: ROOM_FOR_ONE.includes(s.step.zone) ? s.step.zone : null,
    };
  });
}

/** Tools of some steps with how many want each, most wanted first; hands are none. */
export function trayOf(
  steps: readonly WorkStep[],
): readonly { readonly kind: Tool['kind']; readonly size: string; readonly steps: number }[] {
  const tools = new Map<string, { kind: Tool['kind']; size: string; steps: number }>();
  for (const { step } of steps) {
    if (!step.tool || step.tool.kind === 'hands') continue;
    const size = step.tool.size ?? '';
    const key = `${step.tool.kind} ${size}`;
    const found = tools.get(key) ?? { kind: step.tool.kind, size, steps: 0 };
    tools.set(key, { ...found, steps: found.steps + 1 });
  }
  return [...tools.values()].sort((a, b) => b.steps - a.steps);
}
