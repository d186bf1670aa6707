import { endsOf } from '../program/types';
import { against, finding, type LightFinding } from './finding';
import { type Flasher, knownFlasher, signalling } from '../overTime/flasher';
import type { TimedRule } from './rules';
import type { LightOverTime } from '../overTime/simulate';
import { functionsOverTime } from '../overTime/summary';

/** Rate and on-share of every run of the flasher: the first turn that leaves the window breaks the rule. */
export function rateFindings(
  light: LightOverTime,
  flasher: Flasher | null,
  rule: TimedRule | null,
): readonly LightFinding[] {
  const runs = signalling(light.runs);
  if (runs.length === 0 || !rule) return [];
  const { minPerMinute: min = 0, maxPerMinute: max = Infinity, minOnShare, maxOnShare } = rule.figures ?? {};
  const cycles = runs.flatMap((r) => r.cycles);
  const [rate, share] = [flasher && endsOf(flasher.perMinute), flasher && endsOf(flasher.onShare)];
  const outside = cycles.filter(
    (c, i) =>
      (c.rate === 'low' || flasher?.kind !== undefined) &&
      (c.perMinute < min || c.perMinute > max) &&
      (i > 0 || c.rate === 'low'),
  );
  // One that is outside for certain counts before one that may be.
  const off = outside.find((c) => !c.unsure) ?? outside[0];
  const sensedA = off ? (cycles[cycles.indexOf(off) - 1]?.sensedA ?? off.sensedA) : null;
  const normal = against(rate, min, max);
  const list = [
    off
      ? finding(
          'flash-rate',
          rule,
          off.unsure ? 'open' : 'broken',
          { code: 'rate', perMinute: off.perMinute, min, max, lowLoadA: sensedA },
          { does: 'turn', atUs: off.startUs },
        )
      : finding(
          'flash-rate',
          rule,
          normal,
          { code: 'rate', perMinute: rate ? (rate.from + rate.to) / 2 : null, min, max, lowLoadA: null },
          { does: 'turn', atUs: normal === 'broken' ? (cycles[0]?.startUs ?? null) : null },
        ),
  ];
  if (minOnShare === undefined || maxOnShare === undefined) return list;
  const state = against(share, minOnShare, maxOnShare);
  const why = {
    code: 'on-share',
    onShare: share ? (share.from + share.to) / 2 : null,
    min: minOnShare,
    max: maxOnShare,
  } as const;
  return [
    ...list,
    finding('flash-rate', rule, state, why, {
      does: 'turn',
      atUs: state === 'broken' ? (cycles[0]?.startUs ?? null) : null,
    }),
  ];
}

/** First light and first dark after the lever, of every turn signal that the score works. */
export function leverFindings(
  light: LightOverTime,
  flasher: Flasher | null,
  firstLight: TimedRule | null,
  firstDark: TimedRule | null,
): readonly LightFinding[] {
  const list: LightFinding[] = [];
  const maxLight = firstLight?.figures?.maxMs;
  if (firstLight && maxLight !== undefined)
    for (const lamp of light.lamps) {
      const turn = functionsOverTime(lamp).find((f) => f.does === 'turn');
      for (const run of signalling(light.runs)) {
        const lever = run.cycles[0]?.startUs;
        const first = turn?.phases.find((p) => lever !== undefined && p.fromUs >= lever);
        if (lever === undefined || !first || first.fromUs >= (run.cycles.at(-1)?.endUs ?? 0)) continue;
        const ms = first.firstLightUs === null ? null : (first.firstLightUs - lever) / 1000;
        const state = ms === null ? 'broken' : ms <= maxLight ? 'kept' : 'broken';
        const atUs = state === 'broken' ? lever + maxLight * 1000 : null;
        list.push(
          finding(
            'first-light',
            firstLight,
            state,
            { code: 'after-lever', ms, maxMs: maxLight },
            { position: lamp.lamp.position, does: 'turn', atUs },
          ),
        );
        break;
      }
    }
  const maxDark = firstDark?.figures?.maxMs;
  const first = signalling(light.runs)[0]?.cycles[0];
  if (firstDark && maxDark !== undefined && first && !first.cutShort) {
    const ms = (first.darkUs - first.startUs) / 1000;
    const state = !knownFlasher(flasher) ? 'open' : ms <= maxDark ? 'kept' : 'broken';
    list.push(
      finding(
        'first-dark',
        firstDark,
        state,
        { code: 'after-lever', ms: state === 'open' ? null : ms, maxMs: maxDark },
        {
          does: 'turn',
          atUs: state === 'broken' ? first.startUs + maxDark * 1000 : null,
        },
      ),
    );
  }
  return list;
}
