import { describe, expect, it } from 'vitest';
import type { SettingRule } from '../../catalogue/types';
import { CONTROL_NAMES } from '../../controls';
import type { FunctionProgram } from '../program/types';
import { bar, circuitOf, plainVehicle, TURN_WIRES } from '../testing/vehicle';
import { judgeSettings } from './judgeSettings';

const LEFT = 'tail.rear.left';
const rule = (does: SettingRule['does'], when: string, must: SettingRule['must']): SettingRule => ({
  id: 'r',
  does,
  when,
  must,
  source: 'test',
});
/** What a rule says of a lamp with these functions, each supplied as it needs to be. */
function judged(functions: readonly Omit<FunctionProgram, 'segments'>[], r: SettingRule) {
  const vehicle = plainVehicle({ left: bar(3, functions) }, { perMinute: 90, onShare: 0.5 });
  const [found] = judgeSettings(vehicle, LEFT, [r], ['key', 'running', 'lights', 'left', 'brake']);
  const why = found?.why.code === 'in-setting' ? found.why : null;
  return { state: found?.state, level: why?.broken?.level, at: why?.broken?.state };
}

describe('what a rule says of a lamp in every setting', () => {
  const drlOut = rule('drl', 'running & lights=off & left', 'dark');

  it('a stop lamp that pulses, sweeps or shows before it burns is not steady, here as over a score', () => {
    const steady = rule('stop', 'brake', 'steady');
    expect(judged([{ does: 'stop' }], steady).state).toBe('kept');
    for (const own of [
      { pulses: { count: 3, onMs: 100, offMs: 100 } },
      { sweep: { stepMs: 50, how: 'fill', from: 'inner' } },
      { startUp: { pieces: [{ ms: 200, level: 0.2 }] } },
    ] as const)
      expect(judged([{ does: 'stop', ...own }], steady).state).toBe('broken');
  });

  it('names the first setting in which it is broken, and what is seen there', () => {
    const dims = judged([{ does: 'drl', dimmed: { to: 0.4, while: 'turn' } }, { does: 'turn' }], drlOut);
    expect(dims).toMatchObject({
      state: 'broken',
      level: { kind: 'pulsed', duty: 0.4 },
      at: { left: 'yes' },
    });
    expect(CONTROL_NAMES.filter((c) => dims.at?.[c] === 'yes')).toEqual(['running', 'left']);
  });

  it('a daytime light that stays away is dark, one that returns within a flash is not, one that nobody timed is open', () => {
    const out = (returnMs: number | null) =>
      judged([{ does: 'drl', out: { while: 'turn', returnMs } }, { does: 'turn' }], drlOut);
    expect(out(400).state).toBe('kept');
    expect(out(200)).toMatchObject({ state: 'broken', level: { kind: 'flashing' } });
    expect(out(null).state).toBe('open');
  });

  it('a function that the lamp does not have is not asked', () => {
    const vehicle = plainVehicle({ left: bar(1, [{ does: 'stop' }]) }, null, {}, [
      ...TURN_WIRES,
      circuitOf('stop', []),
    ]);
    expect(judgeSettings(vehicle, LEFT, [drlOut], [])).toEqual([]);
    // Its wire is never live: it is never lit.
    expect(judgeSettings(vehicle, LEFT, [rule('stop', 'brake', 'lit')], [])).toMatchObject([
      { state: 'broken', why: { broken: { level: { kind: 'off' } } } },
    ]);
  });
});
