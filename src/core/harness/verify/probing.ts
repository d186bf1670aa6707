import { cavityOf } from '../../kernel/ids';
import { ALL_OFF, type Circuit, type ControlState, type Level, levelOf, stateText } from '../../controls';
import { type Reason, reason } from '../../kernel/reason';
import { type ProbeFault, type ProbedCavity, singleProbeFaults, type Tie, tieWith } from './probeFaults';
import type { ProbeList } from './probeList';
import type { VehiclePlug } from '../types';

/** One reading to take with power on and the lamp's plug off. */
export interface ProbeStep {
  readonly id: string;
  readonly state: ControlState;
  readonly plug: string;
  readonly cavity: string;
  readonly circuit: string;
  readonly level: Level;
  /** Where the meter's other lead goes: a ground, or a circuit that switches the ground, is seen only from the plus. */
  readonly across: 'body' | 'battery';
  /** What a live cavity shows, from the weakest to the strongest supply. */
  readonly live: VoltRange;
  readonly window: ProbeWindow;
}

/** What a sound cavity may read, V. */
export interface VoltRange {
  readonly lowV: number;
  readonly highV: number;
}

/** What the meter should show, V; a flashing circuit goes up to it and back to nothing. */
export interface ProbeWindow extends VoltRange {
  readonly flashes: boolean;
}

/** A meter with a resistance of its own, and the supply that it finds. */
export interface ProbeMeter {
  /** From a battery at rest to one that is charged. */
  readonly supply: VoltRange;
  /** What it shows at a cavity in a setting, over the range of the supply. */
  readonly read: (state: ControlState) => (plug: string, cavity: string) => VoltRange;
}

/** *Setting*: what a dead wire may show of stray voltage, V. */
const STRAY_V = 1;

/** The window of a level, from what a live wire shows there and what a dead one does. */
export function probeWindow(level: Level, live: VoltRange, dead: VoltRange): ProbeWindow {
  switch (level.kind) {
    case 'on':
      return { ...live, flashes: false };
    case 'flashing':
      return { ...live, flashes: true };
    case 'pulsed':
      // A meter averages: the duty of the supply, with a fifth either way.
      return {
        lowV: 0.8 * level.duty * live.lowV,
        highV: Math.min(1.2 * level.duty, 1) * live.highV,
        flashes: false,
      };
    case 'off':
      return { lowV: 0, highV: dead.highV + STRAY_V, flashes: false };
    case 'data':
      return { lowV: 0, highV: live.highV, flashes: false };
  }
}

const DEAD: VoltRange = { lowV: 0, highV: 0 };
const ON: Level = { kind: 'on' };
const OFF: Level = { kind: 'off' };

/**
 * The readings of a probe list, setting by setting. Each ground is read once, from the battery's plus; every other
 * cavity in every setting.
 */
export function probeSteps(
  plugs: readonly VehiclePlug[],
  circuit: (id: string) => Circuit | undefined,
  list: ProbeList,
  meter: ProbeMeter,
): readonly ProbeStep[] {
  const cavities = plugs.flatMap((p) =>
    p.cavities.flatMap((c) => (c.circuit ? [{ plug: p.id, cavity: c.cavity, circuit: c.circuit }] : [])),
  );
  const settings = list.settings.length > 0 ? list.settings.map((s) => s.state) : [ALL_OFF];
  return settings.flatMap((state, nth) => {
    const read = meter.read(state);
    return cavities.flatMap((c): readonly ProbeStep[] => {
      const ground = c.circuit === 'ground';
      const row = circuit(c.circuit);
      if (ground ? nth > 0 : !row || list.settings.length === 0) return [];
      const level = row ? levelOf(row.cases, state) : ON;
      const volt = read(c.plug, c.cavity);
      const conducts = level.kind !== 'off' && level.kind !== 'data';
      const live = conducts ? volt : meter.supply;
      return [
        {
          id: `probe|${stateText(state)}|${cavityOf(c.plug, c.cavity)}`,
          state,
          ...c,
          level,
          across: ground || row?.switched === 'ground' ? 'battery' : 'body',
          live,
          window: probeWindow(level, live, conducts ? DEAD : volt),
        },
      ];
    });
  });
}

/** A step with what the meter showed. */
export interface ProbeReadingTaken {
  readonly step: ProbeStep;
  readonly volt: number;
  /** Whether it was seen going up and down. */
  readonly flashes: boolean;
}

const inside = (w: ProbeWindow, { volt, flashes }: ProbeReadingTaken): boolean =>
  volt >= w.lowV && volt <= w.highV && flashes === w.flashes;

/** Whether a reading lies in its window. */
export const probeGood = (taken: ProbeReadingTaken): boolean => inside(taken.step.window, taken);

const endOf = (s: ProbeStep) => cavityOf(s.plug, s.cavity);

/** The cavities that a list probes, each once. */
export function probedCavities(all: readonly ProbeStep[]): readonly ProbedCavity[] {
  const seen = new Map(all.map((s) => [endOf(s), s.circuit]));
  return [...seen].map(([end, circuit]) => ({ end, circuit }));
}

/** What a meter sees of the plug in each reading when a single fault is there. */
export function seenWith(all: readonly ProbeStep[]): (step: ProbeStep, fault: ProbeFault | null) => Level {
  const ground = new Map(all.filter((s) => s.circuit === 'ground').map((s) => [endOf(s), s]));
  const byState = new Map<string, Map<string, ProbeStep>>();
  for (const s of all) {
    const key = stateText(s.state);
    byState.set(key, (byState.get(key) ?? new Map<string, ProbeStep>()).set(endOf(s), s));
  }
  const circuits = new Map(probedCavities(all).map((c) => [c.end, c.circuit]));
  return (step, fault) => {
    const here = byState.get(stateText(step.state));
    const tie = (end: string): Tie => {
      const s = here?.get(end) ?? ground.get(end);
      return { to: s?.across === 'battery' ? 'body' : 'plus', level: s?.level ?? OFF };
    };
    const { to, level } = tieWith(fault, endOf(step), tie, (end) => circuits.get(end) ?? '');
    return (to === 'body') === (step.across === 'battery') ? level : OFF;
  };
}

/** Every single fault with which all the readings so far are as they should be then, the commonest kind first. */
export function likelyProbeFaults(
  taken: readonly ProbeReadingTaken[],
  all: readonly ProbeStep[],
): readonly ProbeFault[] {
  const seen = seenWith(all);
  return singleProbeFaults(probedCavities(all)).filter((fault) =>
    taken.every((t) => inside(probeWindow(seen(t.step, fault), t.step.live, DEAD), t)),
  );
}

/** The likeliest single cause of a probe reading outside its window; null while all is as it should be. */
export function probeCause(taken: readonly ProbeReadingTaken[], all: readonly ProbeStep[]): Reason | null {
  const wrong = taken.find((t) => !probeGood(t));
  if (!wrong) return null;
  const at = { plug: wrong.step.plug, cavity: wrong.step.cavity, circuit: wrong.step.circuit };
  const { level, live } = wrong.step;
  if (
    level.kind !== 'off' &&
    level.kind !== 'data' &&
    wrong.volt > STRAY_V &&
    wrong.volt < wrong.step.window.lowV
  )
    return reason('probe-weak', { ...at, volt: wrong.volt });
  // More than any supply of this system gives is no fault of a wire.
  if (wrong.volt > live.highV && live.highV > 0) return reason('probe-other', { ...at, volt: wrong.volt });
  const likely = likelyProbeFaults(taken, all);
  const [first] = likely;
  if (!first) return reason('probe-several', at);
  // A fuse and the one wire behind it look the same: one look, not two.
  const more = {
    others: likely.filter((f) => f !== first && !(first.kind === 'fuse' && f.kind === 'open')).length,
  };
  const circuitOf = new Map(probedCavities(all).map((c) => [c.end, c.circuit]));
  switch (first.kind) {
    case 'fuse':
      return reason('probe-dead', { ...at, ...more });
    case 'open':
      return reason(circuitOf.get(first.end) === 'ground' ? 'probe-ground' : 'probe-open', {
        ...at,
        circuit: circuitOf.get(first.end) ?? at.circuit,
        end: first.end,
        ...more,
      });
    case 'exchange':
      return reason('probe-exchanged', { ...at, ends: first.ends, ...more });
    case 'short':
      return reason('probe-touching', { ...at, ends: first.ends, ...more });
  }
}
