import { ALL_OFF, type ControlState, possibleStates, supportOfCases } from '@/core/controls';
import { type CavityReading, type HarnessInput, liveHarness, readStates } from '@/core/electric';

/** What goes to the worker. */
export interface SweepRequest {
  readonly harness: HarnessInput;
}

export interface SweepResult {
  readonly states: number;
  /** The lowest voltage at an input that is lit, with where and when. */
  readonly lowest: { readonly reading: CavityReading; readonly state: ControlState } | null;
  /** Inputs through which current comes back in some state. */
  readonly feedback: readonly CavityReading[];
}

export type SweepReply =
  | { readonly kind: 'progress'; readonly done: number; readonly all: number }
  | { readonly kind: 'result'; readonly result: SweepResult };

/** States that are reckoned at the most; a plug's controls rarely have more. */
const MOST_STATES = 512;

self.onmessage = ({ data }: MessageEvent<SweepRequest>) => {
  const post = (reply: SweepReply) => self.postMessage(reply);
  const live = liveHarness(data.harness);
  const used = new Set(
    data.harness.lamps.flatMap((l) => l.vehiclePlugs.flatMap((p) => p.cavities.map((c) => c.circuit))),
  );
  const support = supportOfCases([
    ...data.harness.circuits.filter((c) => used.has(c.id)).flatMap((c) => c.cases),
    ...data.harness.feeds.flatMap((f) => f.live),
  ]);
  const every = possibleStates(support);
  const states = every.length === 0 ? [ALL_OFF] : every.slice(0, MOST_STATES);
  const run = readStates(live, states);
  let step = run.next();
  while (!step.done) {
    post({ kind: 'progress', done: step.value, all: states.length });
    step = run.next();
  }
  let lowest: SweepResult['lowest'] = null;
  const feedback = new Map<string, CavityReading>();
  step.value.forEach((readings, i) => {
    for (const reading of readings) {
      if (reading.does === 'ground') continue;
      if (reading.amp < -0.001)
        feedback.set(`${reading.position}/${reading.plug}/${reading.cavity}`, reading);
      const state = states[i];
      if (
        state &&
        reading.amp > 0.001 &&
        reading.volt !== null &&
        (!lowest || reading.volt < (lowest.reading.volt ?? 0))
      )
        lowest = { reading, state };
    }
  });
  post({ kind: 'result', result: { states: states.length, lowest, feedback: [...feedback.values()] } });
};
