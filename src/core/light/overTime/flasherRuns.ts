import { type Circuit, type ControlState, levelOf } from '../../controls';
import { runProgram } from '../program/run';
import type { Trace } from '../program/trace';
import type { Stretch } from '../waveform';
import { type FlasherRun, runFlasher, runPattern } from './flasher';
import type { Supplied, TimedLamp, VehicleLight } from './lightTypes';
import type { Span } from './score';

/** The sides whose turn signals flash in a setting. */
function flashingSides(circuits: readonly Circuit[], state: ControlState): readonly ('left' | 'right')[] {
  const sides = circuits.flatMap((c) => {
    const level = levelOf(c.cases, state);
    return level.kind === 'flashing' ? [level.side] : [];
  });
  return [...new Set(sides)];
}

/** Nothing but locking or unlocking makes the turn signals flash. */
const onlyLocks = (s: ControlState): boolean =>
  s['lock-flash'] === 'yes' && s.hazard !== 'yes' && s.left !== 'yes' && s.right !== 'yes';

/** Every run of the flasher in a score: from when a turn signal is wanted until none is. */
export function flasherRuns(
  vehicle: VehicleLight,
  spans: readonly Span[],
  supplied: (state: ControlState, on: boolean) => Supplied,
): readonly FlasherRun[] {
  const runs: FlasherRun[] = [];
  for (let i = 0; i < spans.length; i += 1) {
    const first = spans[i];
    if (!first || flashingSides(vehicle.circuits, first.state).length === 0) continue;
    const lock = vehicle.flasher?.lock;
    const patterned = (s: Span) => lock !== undefined && onlyLocks(s.state);
    let last = i;
    while (
      flashingSides(vehicle.circuits, spans[last + 1]?.state ?? first.state).length > 0 &&
      spans[last + 1] &&
      patterned(spans[last + 1] ?? first) === patterned(first)
    )
      last += 1;
    const within = spans.slice(i, last + 1);
    const to = within.at(-1)?.toUs ?? first.toUs;
    if (lock && patterned(first)) {
      runs.push(runPattern(lock, first.fromUs, to));
      i = last;
      continue;
    }
    const turns: Turn[] = [];
    const known = new Map<string, Trace>();
    runs.push(
      runFlasher(vehicle.flasher, first.fromUs, to, (us, endUs) => {
        turns.push({ us, endUs });
        const span = within.find((s) => s.fromUs <= us && us < s.toUs) ?? first;
        return drawnInTurn(vehicle, span.state, turns.slice(-4), supplied, known);
      }),
    );
    i = last;
  }
  return runs;
}

/** A lit phase of the flasher. */
interface Turn {
  readonly us: number;
  readonly endUs: number;
}

/** What the weaker side draws in the last of some turns, as parts with A: sweeps switch their segments on one by one. */
function drawnInTurn(
  vehicle: VehicleLight,
  state: ControlState,
  turns: readonly Turn[],
  supplied: (state: ControlState, on: boolean) => Supplied,
  known: Map<string, Trace>,
): readonly { readonly fromUs: number; readonly toUs: number; readonly amp: number }[] {
  const on = supplied(state, true);
  const turn = turns.at(-1);
  if (!turn) return [];
  const sides = flashingSides(vehicle.circuits, state).map((side) => {
    const watched = new Set(
      vehicle.circuits.flatMap((c) => {
        const level = levelOf(c.cases, state);
        return level.kind === 'flashing' && level.side === side ? [c.id] : [];
      }),
    );
    const full = [...watched].reduce((sum, id) => sum + (on.circuitA.get(id) ?? circuitLoad(vehicle, id)), 0);
    const staged = vehicle.lamps.flatMap((lamp) => {
      const inputs = on.lamps.get(lamp.position);
      const input = inputs?.get(`turn.${side}`) ?? inputs?.get('turn');
      const sweeps = lamp.program.functions.some((f) => f.does === 'turn' && f.sweep);
      if (!input || input.amp === 0 || !sweeps || input.circuit === null || !watched.has(input.circuit))
        return [];
      return [{ amp: input.amp, drawn: drawnTrace(lamp, turns, known) }];
    });
    return { full, staged };
  });
  const edges = new Set([turn.us]);
  for (const s of sides)
    for (const x of s.staged)
      for (const d of x.drawn) if (d.fromUs > turn.us && d.fromUs < turn.endUs) edges.add(d.fromUs);
  const times = [...edges].sort((a, b) => a - b);
  return times.map((fromUs, i) => {
    const amps = sides.map(
      (s) =>
        s.full -
        s.staged.reduce((sum, x) => {
          const part = x.drawn.find((d) => d.fromUs <= fromUs && fromUs < d.toUs);
          return sum + x.amp * (1 - (part?.from ?? 0));
        }, 0),
    );
    return { fromUs, toUs: times[i + 1] ?? turn.endUs, amp: amps.length === 0 ? 0 : Math.min(...amps) };
  });
}

const circuitLoad = (vehicle: VehicleLight, id: string): number =>
  vehicle.circuits.find((c) => c.id === id)?.steadyA ?? 0;

/** Times of the flasher that differ by less are the same to a sweep, µs: edges are rounded. */
const SAME_TURN_US = 10;

/** The share of a lamp's turn signal that is switched on in the last of some turns; alike turns are worked out once. */
function drawnTrace(lamp: TimedLamp, turns: readonly Turn[], known: Map<string, Trace>): Trace {
  const last = turns.at(-1);
  if (!last) return [];
  const relative = turns.map((t) => ({ us: t.us - last.us, endUs: t.endUs - last.us }));
  const key = `${lamp.position} ${relative.map((t) => `${Math.round(t.us / SAME_TURN_US)}-${Math.round(t.endUs / SAME_TURN_US)}`).join()}`;
  let trace = known.get(key);
  if (!trace) known.set(key, (trace = drawnInTurns(lamp, relative)));
  return trace.map((s) => ({
    ...s,
    fromUs: s.fromUs + last.us,
    toUs: Math.min(last.endUs, s.toUs + last.us),
  }));
}

/** Turns that follow a long dark; the last begins at 0, and what comes before it is left out of the answer. */
function drawnInTurns(lamp: TimedLamp, turns: readonly Turn[]): Trace {
  const list: Stretch[] = [];
  let at = (turns[0]?.us ?? 0) - 60_000_000;
  for (const t of turns) {
    list.push({ fromUs: at, toUs: t.us, from: 0, to: 0 }, { fromUs: t.us, toUs: t.endUs, from: 1, to: 1 });
    at = t.endUs;
  }
  const run = runProgram(
    { ...lamp.program, functions: lamp.program.functions.filter((f) => f.does === 'turn') },
    lamp.mode,
    new Map(['turn', 'turn.left', 'turn.right'].map((name) => [name, list.filter((s) => s.fromUs < s.toUs)])),
    () => null,
  );
  return (run[0]?.drawn() ?? []).filter((s) => s.fromUs >= 0);
}
