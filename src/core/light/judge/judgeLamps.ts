import type { RunFunction } from '../program/run';
import { endsOf } from '../program/types';
import { unsteadyBy } from '../settled/settledLamp';
import { usOf } from '../waveform';
import { finding, type LightFinding } from './finding';
import { type Flasher, knownFlasher, signalling } from '../overTime/flasher';
import type { TimedRule } from './rules';
import type { LampOverTime, LightOverTime } from '../overTime/simulate';
import { functionsOverTime, litOf } from '../overTime/summary';

/** Stop lamps are steady from the first moment: no pulses, no sweep, no show. */
export function steadyFindings(light: LightOverTime, rule: TimedRule | null): readonly LightFinding[] {
  if (!rule) return [];
  return light.lamps.flatMap((lamp) =>
    lamp.functions.flatMap((f) => {
      const { does, pulses } = f.program;
      if (does !== 'stop' && does !== 'high-stop') return [];
      const first = functionsOverTime(lamp).find((x) => x.does === does)?.phases[0];
      if (!first) return [];
      const by = unsteadyBy(f.program);
      const atUs = by === 'pulses' && pulses ? first.fromUs + usOf(pulses.onMs) : first.fromUs;
      const where = { position: lamp.lamp.position, does, atUs: by ? atUs : null };
      return [finding('steady-stop', rule, by ? 'broken' : 'kept', { code: 'not-steady', by }, where)];
    }),
  );
}

/** A daytime running lamp in one place with the turn signal stays dark in both phases of the flash. */
export function drlFindings(
  light: LightOverTime,
  flasher: Flasher | null,
  rule: TimedRule | null,
): readonly LightFinding[] {
  return light.lamps.flatMap((lamp) => {
    const [drl, turn] = ['drl', 'turn'].map((does) => lamp.functions.find((f) => f.program.does === does));
    if (!drl || !turn || !sharePlace(drl, turn)) return [];
    const found = signalling(light.runs).flatMap((run) => {
      const own = turnsOf(lamp, run.cycles[0]?.startUs ?? 0, run.cycles.at(-1)?.endUs ?? 0);
      const [begin, end] = [own[0]?.fromUs, own.at(-1)?.toUs];
      if (begin === undefined || end === undefined || !litBefore(lamp, begin)) return [];
      return [{ own, begin, end }];
    });
    const [first] = found;
    if (!first) return [];
    const darkMs = Math.max(
      0,
      ...found.flatMap(({ own }) =>
        own.slice(1).map((p, i) => (p.fromUs - (own[i]?.toUs ?? p.fromUs)) / 1000),
      ),
    );
    const returns = drl.program.out?.while === 'turn' ? endsOf(drl.program.out.returnMs) : { from: 0, to: 0 };
    const lit = found.flatMap(({ begin, end }) =>
      litOf(drl).flatMap((s) => {
        // A bulb's afterglow is no return.
        const from = Math.max(s.fromUs, begin + 1);
        return s.fromUs >= begin && from < Math.min(s.toUs, end) ? [{ from, to: Math.min(s.toUs, end) }] : [];
      }),
    );
    const through = litOf(drl).find((s) => s.fromUs < first.begin && s.toUs >= first.end);
    const broken = through ? first.begin : (lit[0]?.from ?? null);
    const known = returns !== null && knownFlasher(flasher);
    const uncertain = returns !== null && returns.from <= darkMs !== returns.to <= darkMs;
    const state = !rule || ((!known || uncertain) && !through) ? 'open' : broken === null ? 'kept' : 'broken';
    const litMs = through ? darkMs : Math.max(0, ...lit.map((s) => (s.to - s.from) / 1000));
    return [
      finding(
        'drl-out',
        rule,
        state,
        { code: 'drl-returns', returnMs: returns ? (returns.from + returns.to) / 2 : null, darkMs, litMs },
        { position: lamp.lamp.position, does: 'drl', atUs: state === 'broken' ? broken : null },
      ),
    ];
  });
}

const turnsOf = (lamp: LampOverTime, from: number, to: number) =>
  functionsOverTime(lamp)
    .find((f) => f.does === 'turn')
    ?.phases.filter((p) => p.fromUs >= from && p.fromUs < to) ?? [];

/** Whether the daytime running lamp is supplied while the signal flashes: else there is nothing to judge. */
const litBefore = (lamp: LampOverTime, us: number): boolean =>
  (lamp.supplies.get('drl') ?? []).some((s) => s.from > 0 && s.toUs > us);

const sharePlace = (a: RunFunction, b: RunFunction): boolean =>
  a.program.segments.some((s) => b.program.segments.includes(s));

/** A show as a lamp is switched on: right only where the rules of the market say so. */
export function startUpFindings(light: LightOverTime, rule: TimedRule | null): readonly LightFinding[] {
  return light.lamps.flatMap((lamp) =>
    lamp.functions.flatMap((f) => {
      const pieces = f.program.startUp?.pieces;
      const first = functionsOverTime(lamp).find((x) => x.does === f.program.does)?.phases[0];
      if (!pieces || !first) return [];
      const state = !rule ? 'open' : rule.figures?.allowed ? 'kept' : 'broken';
      return [
        finding(
          'start-up',
          rule,
          state,
          { code: 'start-up', ms: pieces.reduce((n, p) => n + p.ms, 0) },
          {
            position: lamp.lamp.position,
            does: f.program.does,
            atUs: state === 'broken' ? first.fromUs : null,
          },
        ),
      ];
    }),
  );
}
