'use client';
import { useMemo, useState } from 'react';
import { circuitFinder, type Circuit } from '@/core/controls';
import type { SystemV } from '@/core/electric/formulas';
import {
  judgeRing,
  practiceHarness,
  practiceOhm,
  practiceVolt,
  probeCause,
  probedCavities,
  probeGood,
  ringCause,
  type VehiclePlug,
} from '@/core/harness';
import type { CheckReading, ProbeLine, RingLine } from '@/core/job';
import { probeMeter } from '@/core/electric';
import type { Shown } from './CheckLine';

interface Readings {
  readonly ring: Readonly<Record<string, number | null>>;
  readonly probe: Readonly<Record<string, { readonly volt: number; readonly flashes: boolean }>>;
}
const NOTHING: Readings = { ring: {}, probe: {} };

/** A made-up harness under the practice meter; what is read stays on this screen. */
export function usePractice(
  c: CheckReading | null,
  plugs: readonly VehiclePlug[],
  circuits: readonly Circuit[],
  systemV: SystemV | null,
) {
  const [seed, setSeed] = useState<number | null>(null);
  const [taken, setTaken] = useState(NOTHING);
  const [told, setTold] = useState(false);
  const on = useMemo(() => {
    if (!c || seed === null || systemV === null) return null;
    const steps = c.probes.map((p) => p.step);
    const harness = practiceHarness(c.nets, probedCavities(steps), seed);
    return { harness, steps, meter: probeMeter(plugs, circuitFinder(circuits), systemV, harness.probeFault) };
  }, [c, seed, plugs, circuits, systemV]);
  const start = (s: number | null) => {
    setSeed(s);
    setTaken(NOTHING);
    setTold(false);
  };
  const all = c && on ? readingsOf(c, taken) : null;
  return {
    harness: on?.harness ?? null,
    told,
    tell: () => setTold(true),
    begin: () => start(1),
    another: () => start((seed ?? 0) + 1),
    end: () => start(null),
    measureRing: ({ id, step }: RingLine) => {
      if (!c || !on) return;
      const ohm = practiceOhm(step, c.nets, on.harness);
      setTaken({ ...taken, ring: { ...taken.ring, [id]: Number.isFinite(ohm) ? ohm : null } });
    },
    measureProbe: ({ step }: ProbeLine) => {
      if (!on) return;
      const read = practiceVolt(step, on.steps, on.meter, on.harness);
      setTaken({ ...taken, probe: { ...taken.probe, [step.id]: read } });
    },
    ringShown: ({ id, step }: RingLine): Shown | null => {
      if (!(id in taken.ring)) return null;
      const value = taken.ring[id] ?? null;
      return { value, verdict: judgeRing(step, value ?? Infinity) };
    },
    probeShown: ({ step }: ProbeLine): Shown | null => {
      const read = taken.probe[step.id];
      return read ? { value: read.volt, verdict: probeGood({ step, ...read }) ? 'good' : 'bad' } : null;
    },
    cause: c && on && all ? (ringCause(all.ring, c.nets) ?? probeCause(all.probe, on.steps)) : null,
  };
}

function readingsOf(c: CheckReading, taken: Readings) {
  return {
    ring: c.ring.flatMap(({ id, step }) =>
      id in taken.ring ? [{ step, ohm: taken.ring[id] ?? Infinity }] : [],
    ),
    probe: c.probes.flatMap(({ step }) => {
      const read = taken.probe[step.id];
      return read ? [{ step, ...read }] : [];
    }),
  };
}
