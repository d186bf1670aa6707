import { isDuty } from '../harness/connect/mapTypes';
import { SYSTEM_V, type SystemV } from '../electric/formulas';
import { isTwoInOne, type LampInput } from '../harness';
import type { Lamp } from '../catalogue/types';
import type { LampFunction, LightColour } from '../vehicle';

/** Share by which a reading may lie off the listed current. Setting. */
export const CURRENT_TOLERANCE = 0.15;
/** What a hand-held ammeter cannot tell from nothing, A. Setting. */
export const FLOOR_A = 0.02;

/** One step of proving a lamp on the bench: feed this cavity, ground that one, look and read. */
export interface BenchStep {
  /** `plug/cavity`; identity of the step. */
  readonly id: string;
  readonly plug: string;
  readonly feed: string;
  readonly ground: string | null;
  readonly does: LampFunction;
  readonly colour: LightColour | null;
  readonly voltageV: number;
  readonly expectedA: number;
  readonly lowA: number;
  readonly highA: number;
  /** Reversed, a polar lamp stays dark; one that is not polar lights both ways. */
  readonly polar: boolean;
}

/**
 * The bench sequence of a lamp: its inputs by plug and cavity, the one that lights least first, so that a dead ground
 * shows before the lamp draws its full current. Empty where the shelf knows no plug of the lamp.
 */
export function benchSequence(
  lamp: Pick<Lamp, 'plugs' | 'functions'>,
  systemV: SystemV,
): readonly BenchStep[] {
  const steps = (lamp.plugs ?? []).flatMap((plug) => {
    const ground = plug.inputs.find((i) => i.does === 'ground')?.cavity ?? null;
    return plug.inputs.flatMap((i) => {
      const does = shownBy(i);
      return does ? [stepOf(plug.id, ground, i, does, lamp, systemV)] : [];
    });
  });
  return steps.sort((a, b) => a.expectedA - b.expectedA || (a.id < b.id ? -1 : 1));
}

/** What lights when an input is fed steadily; one wire for stop and turn shows as the stop lamp. */
function shownBy({ does }: LampInput): LampFunction | null {
  if (does === 'ground' || does === 'mode' || does === 'supply' || isDuty(does)) return null;
  return isTwoInOne(does) ? 'stop' : does;
}

function stepOf(
  plug: string,
  ground: string | null,
  i: LampInput,
  does: LampFunction,
  lamp: Pick<Lamp, 'functions'>,
  systemV: SystemV,
): BenchStep {
  const band = Math.max(i.currentA * CURRENT_TOLERANCE, FLOOR_A);
  return {
    id: `${plug}/${i.cavity}`,
    plug,
    feed: i.cavity,
    ground,
    does,
    colour: lamp.functions.find((f) => f.does === does)?.colour ?? null,
    voltageV: SYSTEM_V[systemV].testV,
    expectedA: i.currentA,
    lowA: toMilli(i.currentA - band),
    highA: toMilli(i.currentA + band),
    polar: i.polar,
  };
}

const toMilli = (a: number) => Math.round(a * 1000) / 1000;
