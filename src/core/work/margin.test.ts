import { describe, expect, it } from 'vitest';
import { margin, timeKey } from './margin';
import { stripPlan, type StripPlan } from './plan';
import { timedOf } from './times';
import type { StateRow } from './states';
import type { Step, StepSheet } from './types';

const step = (id: string, more: Partial<Step> = {}): Step => ({
  id,
  kind: 'remove',
  scope: 'once',
  title: { en: id },
  zone: 'front',
  minutes: 2,
  ...more,
});
const sheet = (id: string, ...steps: Step[]): StepSheet => ({
  id,
  families: ['f'],
  role: 'headlamp',
  end: 'front',
  name: { en: id },
  steps,
});
const BATTERY: StateRow = {
  id: 'battery',
  name: { en: 'Battery' },
  values: [
    { id: 'connected', name: { en: 'joined' } },
    { id: 'disconnected', name: { en: 'off' } },
  ],
  moves: [
    { from: 'connected', to: 'disconnected', minutes: 1 },
    { from: 'disconnected', to: 'connected', minutes: 3 },
  ],
};
const bumper = step('bumper', { minutes: 20, needs: { battery: 'disconnected' } });
const heads = sheet(
  'heads',
  bumper,
  step('lamp', { scope: 'each', minutes: 5, lampOut: true, after: [{ step: 'bumper' }] }),
);
const fogs = sheet(
  'fogs',
  bumper,
  step('fog', { scope: 'each', minutes: 3, lampOut: true, after: [{ step: 'bumper' }] }),
);
const at = (key: string) => [{ key, side: 'left' as const }];

type Plan = Extract<StripPlan, { kind: 'plan' }>;
function laid(...uses: readonly (readonly [StepSheet, string])[]): Plan {
  const plan = stripPlan(
    uses.map(([s, key]) => ({ sheet: s, positions: at(key) })),
    [BATTERY],
  );
  if (plan.kind !== 'plan') throw new Error(plan.kind);
  return plan;
}
const H = [heads, 'headlamp.front.left'] as const;
const F = [fogs, 'fog.front.left'] as const;

describe('more work beside what is in hand', () => {
  const names = (m: ReturnType<typeof margin>) => m.steps.map((s) => `${s.way} ${s.id}`);

  it('is all of it where nothing is in hand: states count once, as steps', () => {
    const all = margin(null, laid(F));
    expect(names(all)).toEqual([
      'out state/battery/disconnected/1',
      'out bumper',
      'out fog@fog.front.left',
      'back fog@fog.front.left',
      'back bumper',
      'back state/battery/connected/1',
    ]);
    // 1 + 20 + 3 + 3 + 20 + 3 by the sheet, and the ways: front, fog; fog, front.
    expect(all.p50).toBeGreaterThan(50 + all.changeoverMin - 1);
    expect(all.p90).toBeGreaterThan(all.p50);
  });

  it('beside lamps that have the bumper off is the fog alone, and its way', () => {
    const more = margin(laid(H), laid(H, F));
    expect(names(more)).toEqual(['out fog@fog.front.left', 'back fog@fog.front.left']);
    expect(more.p50).toBeGreaterThan(6 - 0.5);
    expect(more.p50).toBeLessThan(6 + 4);
  });

  it('comes to all of it again where everything was put back before', () => {
    const alone = laid(F);
    const again = {
      steps: new Set(['bumper', 'state/battery/disconnected/1', 'state/battery/connected/1']),
      alone,
    };
    const more = margin(laid(H), laid(H, F), {}, again);
    expect(names(more).sort()).toEqual(names(margin(null, alone)).sort());
    expect(more.changeoverMin).toBe(margin(null, alone).changeoverMin);
  });

  it('goes by this shop’s times where it is given them', () => {
    const plan = laid(F);
    const bumperOut = plan.out.find((s) => s.id === 'bumper');
    expect(bumperOut && timeKey(bumperOut)).toBe('fogs/out/bumper');
    const quick = margin(null, plan, { 'fogs/out/bumper': timedOf([8, 9, 8, 10, 9, 8]) });
    expect(quick.p50).toBeLessThan(margin(null, plan).p50 - 4);
  });
});
