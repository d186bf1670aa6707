import {
  type ControlState,
  expressionOf,
  holds,
  type LevelCase,
  neededLevels,
  possibleStates,
  supportOfCases,
} from '../../controls';
import type { LampFunction } from '../../vehicle';
import type { FunctionProgram } from './types';

/** The ways of a function that its lamp has by itself. */
type OwnWays = Pick<FunctionProgram, 'dimmed' | 'out'>;

/**
 * What a row that tells a lamp's ways by the vehicle's controls means for the lamp, which sees its own inputs and nothing
 * else: it drops or goes out while another of its functions is live, the one that is live when the case says so, or as
 * nearly as any is. A case that none of them comes near is left out: the lamp cannot know of it.
 * @param others the lamp's other functions
 */
export function waysByInputs(cases: readonly LevelCase[], others: readonly LampFunction[]): OwnWays {
  let ways: OwnWays = {};
  for (const c of cases) {
    const watched = watchedBy(c.when, others);
    if (watched === null) continue;
    if (c.level.kind === 'pulsed') ways = { dimmed: { to: c.level.duty, while: watched }, ...ways };
    if (c.level.kind === 'off' || c.level.kind === 'data')
      ways = { out: { while: watched, returnMs: 0 }, ...ways };
  }
  return ways;
}

function watchedBy(when: string, others: readonly LampFunction[]): LampFunction | null {
  const says = expressionOf(when);
  let best: { readonly does: LampFunction; readonly alike: number } | null = null;
  for (const does of others)
    for (const side of ['left', 'right'] as const) {
      const needs = neededLevels(does, side);
      if (!needs) continue;
      const support = supportOfCases([...needs, { when, level: { kind: 'on' } }]);
      // As the lamp meets it: on a vehicle that is in use.
      const states = possibleStates([...new Set([...support, 'key' as const])]).filter((s) => s.key === 'on');
      const lit = (s: ControlState) => needs.some((n) => holds(expressionOf(n.when), s));
      const both = states.filter((s) => holds(says, s) && lit(s)).length;
      const either = states.filter((s) => holds(says, s) || lit(s)).length;
      const alike = either === 0 ? 0 : both / either;
      if (!best || alike > best.alike) best = { does, alike };
    }
  return best && best.alike >= 0.5 ? best.does : null;
}
