import { functionsOverTime, type OnPhase } from '../../light/overTime/summary';
import { readScore, type Score } from '../../light/overTime/score';
import { type LampOverTime, lightOverTime } from '../../light/overTime/simulate';
import { endsOf } from '../../light/program/types';
import type { Lamp } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { ProofLine } from '../readings/proof';
import { scoreView } from './lightScore';
import { type Job, perJob } from './view';

/** What Prove shows. */
export interface ProveView {
  readonly swaps: readonly {
    readonly id: string;
    readonly proofs: readonly ProofLine[];
    /** The lamp that was chosen for each place. */
    readonly lamps: Readonly<Record<PositionKey, Lamp>>;
  }[];
}

/** Lays out Prove. */
export const proveView = perJob(({ reading }: Job): ProveView => ({
  swaps: reading.checks.map((c) => ({
    id: c.swap.id,
    proofs: c.proofs,
    lamps: Object.fromEntries(c.wiring.map((w) => [w.position, w.lamp])),
  })),
}));

/** How long a movement takes on this vehicle, ms; null: nobody knows, or it does not come about. */
export interface MovementTimes {
  /** From the start of a flash until its last segment comes on; null where it ends before, or the sweep is not known. */
  readonly fullMs: number | null;
  /** The sweep outlasts its flash: the last segment never comes on. */
  readonly neverFull: boolean;
  /** From the end of the last flash until it is back. */
  readonly backMs: number | null;
}

/** All that moves on a vehicle in turn: signals to each side with the DRL on, then the brake. */
const WATCHED: Score = {
  lengthMs: 16_000,
  moves: [
    { atMs: 0, set: { key: 'on', running: 'yes' } },
    { atMs: 2000, set: { left: 'yes' } },
    { atMs: 5000, set: { left: 'no' } },
    { atMs: 8000, set: { right: 'yes' } },
    { atMs: 11_000, set: { right: 'no' } },
    { atMs: 14_000, set: { brake: 'yes' } },
  ],
};

/** How the lamps of a job move on their currents, by `position/function`. */
export const movementTimes = perJob((job: Job): ReadonlyMap<string, MovementTimes> => {
  const read = readScore(WATCHED);
  const light = lightOverTime(scoreView(job).after, read.kind === 'spans' ? read.spans : []);
  return new Map(
    light.lamps.flatMap((l) =>
      functionsOverTime(l).map((f) => [`${l.lamp.position}/${f.does}`, timesOf(l, f)] as const),
    ),
  );
});

/** When the last segment of a function comes on in an on-phase; a bulb is on before it is bright. null: one never does. */
function lastOnUs(lamp: LampOverTime, does: string, phase: OnPhase): number | null {
  const run = lamp.functions.find((x) => x.program.does === does);
  const ons = (run?.segments ?? []).map((s) => {
    const on = s.light.find(
      (x) => x.toUs > phase.fromUs && x.fromUs < phase.toUs && Math.max(x.from, x.to) > 0,
    );
    return on ? Math.max(on.fromUs, phase.fromUs) : null;
  });
  return ons.some((us) => us === null) ? null : Math.max(...ons.map((us) => us ?? 0));
}

function timesOf(lamp: LampOverTime, f: ReturnType<typeof functionsOverTime>[number]): MovementTimes {
  const program = lamp.functions.find((x) => x.program.does === f.does)?.program;
  const sweepKnown = program?.sweep ? endsOf(program.sweep.stepMs) !== null : false;
  // The first flash tells: a later one may be cut short by the lever.
  const first = f.phases[0];
  const full = sweepKnown && first ? lastOnUs(lamp, f.does, first) : null;
  const out = program?.out;
  const away = out ? functionsOverTime(lamp).find((x) => x.does === out.while)?.phases : undefined;
  const last = away?.at(-1)?.toUs;
  const back = last === undefined ? undefined : f.lit.find((s) => s.toUs > last && s.fromUs >= last);
  return {
    fullMs: full === null || !first ? null : (full - first.fromUs) / 1000,
    neverFull: sweepKnown && first !== undefined && full === null,
    backMs:
      out && endsOf(out.returnMs) !== null && back && last !== undefined ? (back.fromUs - last) / 1000 : null,
  };
}
