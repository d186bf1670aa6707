import type { ControlState } from '../../controls';
import type { Flasher } from '../../light/overTime/flasher';
import { judgeOverTime } from '../../light/judge/judge';
import type { LightFinding } from '../../light/judge/finding';
import { type TimedRule, timedRulesOf } from '../../light/judge/rules';
import type { Span } from '../../light/overTime/score';
import { type LightOverTime, lightOverTime, type VehicleLight } from '../../light/overTime/simulate';
import { settledCycle } from '../../light/settled/inSetting';
import { frontAndRear, type LightNote, lightNotes } from '../../light/overTime/summary';
import { type LampByCases, lightByCases } from '../../light/supply/byCases';
import { factoryFace } from '../../light/program/usual';
import type { Family } from '../../catalogue/types';
import { type PositionKey, positionKey } from '../../vehicle';
import type { TimedBody } from '../readings/timedLight';
import { type Job, perJob } from './view';
import { wireView } from './wire';

/** The vehicle of a job as its light over time is worked out: as it is to be, and as it was. */
export interface ScoreView {
  /** New lamps where they are chosen and their wiring is known, on the currents of their harness. */
  readonly after: VehicleLight;
  /** Places that keep their factory lamp, or of whose new lamp nobody knows how it is wired. */
  readonly keeps: VehicleLight;
  /** Every factory lamp. */
  readonly before: VehicleLight;
  readonly flasher: Flasher | null;
  readonly rules: readonly TimedRule[];
  /** The market whose rules they are; null: nobody has said. */
  readonly market: string | null;
  /** Places with a new lamp of which nobody knows a program, and of which nobody knows the wiring. */
  readonly withoutProgram: readonly PositionKey[];
  readonly unwired: readonly PositionKey[];
  /** Nobody has said what the system's voltage is: the usual one is taken. */
  readonly voltageTaken: boolean;
  /** What was timed at this vehicle: it goes before the shelf's figures. */
  readonly timed: readonly TimedHere[];
}

/** A time that was measured at a vehicle, by whom and when. */
export interface TimedHere extends TimedBody {
  readonly event: string;
  readonly by: string;
  readonly at: string;
}

/** The factory lamps of a line, each with its face and program. */
export const factoryLamps = (family: Pick<Family, 'places'>): readonly LampByCases[] =>
  family.places.map((p) => ({
    position: positionKey(p.position),
    side: p.position.side,
    functions: p.functions,
    program: factoryFace(p).program,
  }));

/** Lays out what a score is played on. */
export const scoreView = perJob((job: Job): ScoreView => {
  const { pack, reading } = job;
  const family = pack.family.body;
  const view = wireView(job);
  const circuits = family.circuits ?? [];
  const { wired, flasher } = reading.light;
  const fitted = new Set(wired.lamps.map((l) => l.position));
  const wiring = view.swaps.flatMap((s) => s.wiring);
  const factory = factoryLamps(family);
  const market = reading.context.known.get('market@vehicle');
  const named = typeof market === 'string' ? market : null;
  return {
    after: wired,
    keeps: lightByCases(
      factory.filter((l) => !fitted.has(l.position)),
      circuits,
      flasher,
    ),
    before: lightByCases(factory, circuits, flasher),
    flasher,
    rules: pack.profiles.find((p) => p.id === named)?.overTime ?? timedRulesOf(named),
    market: named,
    withoutProgram: wiring.filter((w) => w.map && !w.lamp.program).map((w) => w.position),
    unwired: wiring.filter((w) => !w.map).map((w) => w.position),
    voltageTaken: view.systemV === null,
    timed: [...reading.record.lightTimes.values()].map(({ event: e }) => ({
      ...e.body,
      event: e.id,
      by: e.user,
      at: e.at,
    })),
  };
});

/** How a flasher goes once it has settled in a setting. */
export interface SettledFlash {
  /** 0: it stays lit. */
  readonly perMinute: number;
  readonly onShare: number;
}

/** How the turn signals of a job flash in a setting, by the load that they have there; null: nothing flashes. */
export function settledFlash(job: Job, state: ControlState): SettledFlash | null {
  const cycle = settledCycle(scoreView(job).after, state);
  return cycle && { perMinute: cycle.perMinute < 1 ? 0 : cycle.perMinute, onShare: cycle.onShare };
}

/** A score as it was played: the lamps that are new, those that stay, what the rules say and what is seen besides. */
export interface PlayedScore {
  readonly after: LightOverTime;
  readonly keeps: LightOverTime;
  readonly findings: readonly LightFinding[];
  readonly notes: readonly LightNote[];
}

const note = (code: LightNote['code'], position: string | null): LightNote => ({
  code,
  position,
  does: null,
  hz: null,
  meanShare: null,
});

/** Plays a score on the vehicle of a job. */
export function playScore(view: ScoreView, spans: readonly Span[]): PlayedScore {
  const after = lightOverTime(view.after, spans);
  const keeps = lightOverTime(view.keeps, spans);
  return {
    after,
    keeps,
    findings: judgeOverTime(after, view.flasher, view.rules),
    notes: [
      ...lightNotes(after),
      ...frontAndRear([...after.lamps, ...keeps.lamps]),
      ...(view.voltageTaken ? [note('voltage-taken', null)] : []),
      ...view.withoutProgram.map((position) => note('no-program', position)),
    ],
  };
}
