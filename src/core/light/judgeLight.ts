import {
  type Control,
  type ControlState,
  expressionOf,
  holds,
  type Level,
  possibleStates,
  supportOf,
} from '../controls';
import type { LightRule } from '../catalogue/types';
import { expectedLevels, type FittedLamp, liveCases } from './expected';

/** What a rule of a market says about a fitted lamp. */
export interface LightFinding {
  readonly rule: LightRule;
  readonly kept: boolean;
  /** A state in which it is broken, the first in the fixed order of states. */
  readonly broken: { readonly state: ControlState; readonly level: Level } | null;
  readonly states: number;
}

/** Judges a lamp by the rules that speak of its functions, over every possible state in which each applies. */
export function judgeLight(fitted: FittedLamp, rules: readonly LightRule[]): readonly LightFinding[] {
  const support = controlsOf(fitted);
  return rules
    .filter((r) => fitted.lamp.functions.some((f) => f.does === r.does))
    .map((rule) => {
      const when = expressionOf(rule.when);
      const states = possibleStates([...new Set([...support, ...supportOf(when)])]).filter((s) =>
        holds(when, s),
      );
      const wrong = states.flatMap((state) => {
        const level: Level = expectedLevels(fitted, state).get(rule.does) ?? { kind: 'off' };
        return keeps(rule.must, level) ? [] : [{ state, level }];
      });
      return { rule, kept: wrong.length === 0, broken: wrong[0] ?? null, states: states.length };
    });
}

function keeps(must: LightRule['must'], level: Level): boolean {
  if (must === 'dark') return level.kind === 'off';
  if (must === 'steady') return level.kind !== 'flashing';
  return level.kind !== 'off' && level.kind !== 'data';
}

/** The controls that a fitted lamp reacts to. */
function controlsOf(fitted: FittedLamp): readonly Control[] {
  const texts = [
    ...fitted.inputs.flatMap((i) => (i.from ? (fitted.circuit(i.from.circuit)?.cases ?? []) : [])),
    ...fitted.feeds.flatMap(liveCases),
    ...(fitted.lamp.behaviour ?? []).flatMap((b) => b.cases),
  ].map((c) => c.when);
  return [...new Set(texts.flatMap((t) => supportOf(expressionOf(t))))];
}
