import type { LampFunction } from '../../vehicle';
import type { FunctionProgram } from '../program/types';
import { finding, type LightFinding } from './finding';
import type { TimedRule } from './rules';
import type { Span } from '../overTime/score';
import type { LampOverTime, LightOverTime } from '../overTime/simulate';
import { litOf } from '../overTime/summary';

/** *Setting*: left and right that come on or go out within so long of one another are in step. */
const IN_STEP_US = 1000;

/** *Setting*: how long after a signal to one side everything is as it was. */
const SETTLED_US = 3_000_000;

/** Left and right alike: what their programs do in the mode they are in, and when they are lit while nobody turns. */
export function alikeFindings(light: LightOverTime, rule: TimedRule | null): readonly LightFinding[] {
  if (!rule) return [];
  return light.lamps.flatMap((lamp) => {
    if (lamp.lamp.side !== 'left') return [];
    const twin = light.lamps.find((x) => x.lamp.position === lamp.lamp.position.replace('.left', '.right'));
    if (!twin || twin === lamp) return [];
    const differs = differenceOf(lamp, twin) ?? outOfStep(light, lamp, twin);
    const where = {
      position: lamp.lamp.position,
      ...(differs ? { does: differs.does } : {}),
      atUs: differs ? (differs.atUs ?? 0) : null,
    };
    return [
      finding(
        'alike',
        rule,
        differs ? 'broken' : 'kept',
        { code: 'sides', differs: differs?.what ?? null },
        where,
      ),
    ];
  });
}

interface Differs {
  readonly does: LampFunction;
  readonly what: string;
  readonly atUs?: number;
}

const COMPARED = [
  'level',
  'sweep',
  'pulses',
  'startUp',
  'afterDarkMs',
  'dimmed',
  'out',
  'fade',
  'filament',
  'holdUpMs',
] as const;

/** What a vehicle may have once, at the one side. Source: UN R48 6.4, 6.8, 6.11; FMVSS 108 table I-a. */
const ONE_IS_ENOUGH: ReadonlySet<LampFunction> = new Set(['licence-plate', 'reverse', 'rear-fog']);

function differenceOf(a: LampOverTime, b: LampOverTime): Differs | null {
  const of = (l: LampOverTime) => new Map(l.functions.map((f) => [f.program.does, f.program]));
  const [left, right] = [of(a), of(b)];
  for (const does of new Set([...left.keys(), ...right.keys()])) {
    const [x, y] = [left.get(does), right.get(does)];
    if (!x || !y) {
      if (ONE_IS_ENOUGH.has(does)) continue;
      return { does, what: 'function' };
    }
    const what = fieldThatDiffers(x, y);
    if (what) return { does, what };
    const colours = [a, b].map((l) => l.functions.find((f) => f.program.does === does)?.segments[0]?.colour);
    if (colours[0] !== colours[1]) return { does, what: 'colour' };
  }
  return null;
}

function fieldThatDiffers(x: FunctionProgram, y: FunctionProgram): string | null {
  if (x.segments.length !== y.segments.length) return 'segments';
  return COMPARED.find((k) => JSON.stringify(x[k] ?? null) !== JSON.stringify(y[k] ?? null)) ?? null;
}

/** The first moment at which one is lit and the other is not, in the times in which neither side is signalled alone. */
function outOfStep(light: LightOverTime, a: LampOverTime, b: LampOverTime): Differs | null {
  const oneSided = (s: Span) => s.state.left === 'yes' || s.state.right === 'yes';
  // What goes out under one side's signal comes back when that one is over: it is not out of step.
  const shared = light.spans.flatMap((s, i) => {
    if (oneSided(s)) return [];
    const after = i > 0 && light.spans.slice(0, i).some(oneSided) ? SETTLED_US : 0;
    return s.fromUs + after < s.toUs ? [{ fromUs: s.fromUs + after, toUs: s.toUs }] : [];
  });
  for (const f of a.functions) {
    const g = b.functions.find((x) => x.program.does === f.program.does);
    if (!g) continue;
    const edges = (x: typeof f) =>
      litOf(x)
        .flatMap((s) => [s.fromUs, s.toUs])
        .filter((us) => shared.some((s) => us > s.fromUs && us < s.toUs));
    const [left, right] = [edges(f), edges(g)];
    const late =
      left.find((us) => !right.some((x) => Math.abs(x - us) <= IN_STEP_US)) ??
      right.find((us) => !left.some((x) => Math.abs(x - us) <= IN_STEP_US));
    if (late !== undefined) return { does: f.program.does, what: 'in-step', atUs: late };
  }
  return null;
}
