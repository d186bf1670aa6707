import type { ControlState } from '../../controls';
import { liveHarness } from '../../electric';
import type { Cure, SystemV } from '../../electric/formulas';
import type { Flasher } from '../../light/overTime/flasher';
import { judgeOverTime } from '../../light/overTime/judge';
import type { TimedFinding } from '../../light/overTime/finding';
import { type TimedRule, timedRulesOf } from '../../light/overTime/rules';
import type { Span } from '../../light/overTime/score';
import { type LightOverTime, lightOverTime, type VehicleLight } from '../../light/overTime/simulate';
import { frontAndRear, type LightNote, lightNotes } from '../../light/overTime/summary';
import { factoryLight, type FactoryLamp, wiredLight } from '../../light/overTime/vehicleLight';
import { factoryFace } from '../../light/program/usual';
import type { Family } from '../../catalogue/types';
import type { Timed } from '../events';
import { type PositionKey, positionKey } from '../../vehicle';
import { liveWiring } from '../readings/liveWiring';
import { type TimedBody, timedFlasher, timedLamp } from '../readings/timedLight';
import { sideAt } from '../readings/wiring';
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

/** *Setting*: the system that is played where nobody has said. */
const TAKEN_V: SystemV = 12;

/** The factory lamps of a line, each with its face and program. */
export const factoryLamps = (family: Pick<Family, 'places'>): readonly FactoryLamp[] =>
  family.places.map((p) => ({
    position: positionKey(p.position),
    side: p.position.side,
    functions: p.functions,
    program: factoryFace(p).program,
  }));

/** What is decided against a fast flash: a resistor is in the network; the others take the load out of its reckoning. */
function curedFlasher(flasher: Flasher | null, cures: readonly (Cure | null)[]): Flasher | null {
  if (!flasher || !cures.some((c) => c !== null && c !== 'resistor')) return flasher;
  const { perMinute, onShare, lock } = flasher;
  return { perMinute, onShare, ...(lock ? { lock } : {}) };
}

/** Lays out what a score is played on. */
export const scoreView = perJob((job: Job): ScoreView => {
  const { pack, reading } = job;
  const family = pack.family.body;
  const view = wireView(job);
  const circuits = family.circuits ?? [];
  const timed = (what: Timed, position = '', lamp = '') =>
    reading.record.lightTimes.get(what === 'flash' ? what : `${what} ${position} ${lamp}`)?.event.body;
  const cures = view.swaps.flatMap((s) => s.matters.cures.map((c) => c.chosen));
  const flasher = curedFlasher(timedFlasher(family.flasher ?? null, timed('flash')), cures);
  const { systemV } = view;
  const swaps = view.swaps.map((swap) => ({
    harness: liveHarness(liveWiring(view, swap, systemV ?? TAKEN_V)),
    lamps: swap.wiring.flatMap((w) =>
      w.map
        ? [
            {
              position: w.position,
              side: sideAt(family, w.position),
              lamp: timedLamp(
                w.lamp,
                timed('sweep', w.position, w.lamp.id),
                timed('return', w.position, w.lamp.id),
              ),
              mode: w.mode,
              fullA: new Map(w.map.inputs.map((i) => [`${i.plug}/${i.cavity}`, i.input.currentA])),
            },
          ]
        : [],
    ),
  }));
  const fitted = new Set(swaps.flatMap((s) => s.lamps.map((l) => l.position)));
  const wiring = view.swaps.flatMap((s) => s.wiring);
  const factory = factoryLamps(family);
  const market = reading.context.known.get('market@vehicle');
  const named = typeof market === 'string' ? market : null;
  return {
    after: wiredLight(swaps, circuits, flasher),
    keeps: factoryLight(
      factory.filter((l) => !fitted.has(l.position)),
      circuits,
      flasher,
    ),
    before: factoryLight(factory, circuits, flasher),
    flasher,
    rules: pack.profiles.find((p) => p.id === named)?.overTime ?? timedRulesOf(named),
    market: named,
    withoutProgram: wiring.filter((w) => w.map && !w.lamp.program).map((w) => w.position),
    unwired: wiring.filter((w) => !w.map).map((w) => w.position),
    voltageTaken: systemV === null,
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

/** Turns after which a flasher has felt its load, at the slowest that is allowed. */
const SETTLES_US = 4_000_000;

/** How the turn signals of a job flash in a setting, by the load that they have there; null: nothing flashes. */
export function settledFlash(job: Job, state: ControlState): SettledFlash | null {
  const { after } = scoreView(job);
  const { runs } = lightOverTime(after, [{ fromUs: 0, toUs: SETTLES_US, state }]);
  const cycles = runs[0]?.cycles ?? [];
  const last = cycles.findLast((c) => !c.cutShort) ?? cycles[0];
  return last ? { perMinute: last.perMinute < 1 ? 0 : last.perMinute, onShare: last.onShare } : null;
}

/** A score as it was played: the lamps that are new, those that stay, what the rules say and what is seen besides. */
export interface PlayedScore {
  readonly after: LightOverTime;
  readonly keeps: LightOverTime;
  readonly findings: readonly TimedFinding[];
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
