import { checkAt } from '../../kernel/ids';
import {
  type HarnessChecks,
  judgeRing,
  type Net,
  probeCause,
  probeGood,
  type ProbeStep,
  ringCause,
  ringStepId,
  type RingOutStep,
  type RingVerdict,
} from '../../harness';
import type { Reason } from '../../kernel/reason';
import type { PositionKey } from '../../vehicle';
import type { JobRecord } from '../fold';

/** A measurement of the harness with what was last read there. */
export interface RingLine {
  readonly id: string;
  readonly step: RingOutStep;
  readonly read: {
    readonly event: string;
    readonly by: string;
    readonly ohm: number | null;
    readonly verdict: RingVerdict;
  } | null;
}
/** A measurement at the plug with what was last read there. */
export interface ProbeLine {
  readonly step: ProbeStep;
  readonly read: {
    readonly event: string;
    readonly by: string;
    readonly volt: number;
    readonly flashes: boolean;
    readonly good: boolean;
  } | null;
}

/** The harness checks of a lamp as far as they have been done. */
export interface CheckReading {
  readonly nets: readonly Net[];
  readonly ring: readonly RingLine[];
  readonly blocked: readonly string[];
  readonly everyPair: number;
  readonly probes: readonly ProbeLine[];
  readonly settings: number;
  readonly settingsBound: number;
  readonly alike: readonly (readonly string[])[];
  /** The likeliest single cause of what was read wrong; null: nothing is. */
  readonly ringCause: Reason | null;
  readonly probeCause: Reason | null;
}

/** Lays the checks out with their readings. An open meter is kept as null. */
export function checkLines(
  position: PositionKey,
  lamp: string,
  checks: HarnessChecks,
  record: Pick<JobRecord, 'harnessReads'>,
): CheckReading {
  const readOf = (check: string) => record.harnessReads.get(checkAt(position, lamp, check))?.event;
  const ring = checks.ring.steps.map((step): RingLine => {
    const id = ringStepId(step);
    const e = readOf(id);
    return {
      id,
      step,
      read: e
        ? { event: e.id, by: e.user, ohm: e.body.value, verdict: judgeRing(step, e.body.value ?? Infinity) }
        : null,
    };
  });
  const probes = checks.probes.map((step): ProbeLine => {
    const e = readOf(step.id);
    const volt = e?.body.value ?? 0;
    const flashes = e?.body.flashes ?? false;
    return {
      step,
      read: e ? { event: e.id, by: e.user, volt, flashes, good: probeGood({ step, volt, flashes }) } : null,
    };
  });
  return {
    nets: checks.nets,
    ring,
    blocked: checks.ring.blocked,
    everyPair: checks.ring.everyPair,
    probes,
    settings: checks.probe.settings.length,
    settingsBound: checks.probe.bound,
    alike: checks.probe.alike,
    ringCause: ringCause(
      ring.flatMap((l) => (l.read ? [{ step: l.step, ohm: l.read.ohm ?? Infinity }] : [])),
      checks.nets,
    ),
    probeCause: probeCause(
      probes.flatMap((l) => (l.read ? [{ step: l.step, volt: l.read.volt, flashes: l.read.flashes }] : [])),
      checks.probes,
    ),
  };
}

/** Whether a lead has been rung out whole, every reading good; the last entry that made it so. */
export function rungOut(c: CheckReading | null): { readonly event: string; readonly by: string } | null {
  if (!c || c.ring.length === 0) return null;
  const last = c.ring.at(-1)?.read;
  return last && c.ring.every((l) => l.read?.verdict === 'good') ? last : null;
}

/** How many measurements of a harness nobody has taken yet. */
export const unreadChecks = (c: CheckReading | null): number =>
  c === null ? 0 : [...c.ring, ...c.probes].filter((l) => l.read === null).length;
