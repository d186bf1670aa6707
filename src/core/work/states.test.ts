import { describe, expect, it } from 'vitest';
import { sheetFaults } from './checkSheet';
import { stripPlan } from './plan';
import type { StateRow } from './states';
import type { Step, StepSheet } from './types';

const EN = (text: string) => ({ 'en-GB': text });
const SEAT: StateRow = {
  id: 'seat',
  name: EN('Seat'),
  values: [
    { id: 'on', name: EN('on') },
    { id: 'off', name: EN('off') },
  ],
  moves: [
    { from: 'on', to: 'off', minutes: 1, tool: { kind: 'hex-key', size: '5' }, zone: 'rear' },
    { from: 'off', to: 'on', minutes: 2, tool: { kind: 'hex-key', size: '5' }, zone: 'rear' },
  ],
};
const BATTERY: StateRow = {
  id: 'battery',
  name: EN('Battery'),
  values: [
    { id: 'connected', name: EN('joined') },
    { id: 'disconnected', name: EN('off') },
  ],
  moves: [
    { from: 'connected', to: 'disconnected', minutes: 1, tool: { kind: 'socket', size: '10' } },
    { from: 'disconnected', to: 'connected', minutes: 3, tool: { kind: 'socket', size: '10' } },
  ],
};
const step = (id: string, more: Partial<Step> = {}): Step => ({
  id,
  kind: 'remove',
  scope: 'once',
  title: { en: id },
  zone: 'rear',
  minutes: 2,
  ...more,
});
const sheet = (...steps: Step[]): StepSheet => ({
  id: 's',
  families: ['f'],
  role: 'tail',
  end: 'rear',
  name: { en: 'S' },
  steps,
});
const TAIL = [{ key: 'tail.rear.centre', side: 'centre' }] as const;
const ways = (states: readonly StateRow[], ...steps: Step[]) => {
  const p = stripPlan([{ sheet: sheet(...steps), positions: TAIL }], states);
  return p.kind === 'plan'
    ? { out: p.out.map((s) => s.id), back: p.back.map((s) => s.id), apart: p.apart }
    : p;
};

describe('states of a line', () => {
  it('are brought by steps of their own, and stand again as they stood when all is back', () => {
    const p = ways(
      [SEAT],
      step('cover'),
      step('lamp', { scope: 'each', lampOut: true, needs: { seat: 'off' }, after: [{ step: 'cover' }] }),
    );
    expect(p).toMatchObject({
      out: ['cover', 'state/seat/off/1', 'lamp@tail.rear.centre'],
      back: ['lamp@tail.rear.centre', 'cover', 'state/seat/on/1'],
      apart: { seat: 'off' },
    });
  });

  it('a state without a move and without a step is said to be out of reach', () => {
    const stand: StateRow = { ...SEAT, id: 'stand', moves: [] };
    expect(ways([stand], step('lamp', { lampOut: true, needs: { stand: 'off' } }))).toMatchObject({
      kind: 'fault',
      fault: { kind: 'state', step: 'lamp', needs: { stand: 'off' } },
    });
    expect(sheetFaults(sheet(step('lamp', { lampOut: true, needs: { seat: 'off' } })), [SEAT])).toEqual([]);
    expect(
      sheetFaults(sheet(step('lamp', { lampOut: true, needs: { seat: 'off' } }))).map((f) => f.reason.code),
    ).toEqual(['no-such-state']);
  });

  const off = step('battery-off', { kind: 'isolate', sets: { battery: 'disconnected' } });
  const bumper = step('bumper', { after: [{ step: 'battery-off' }] });
  const test = step('old-lamp-test', {
    kind: 'prove',
    needs: { battery: 'connected' },
    after: [{ step: 'bumper' }],
  });
  const lamp = step('lamp', { lampOut: true, after: [{ step: 'old-lamp-test' }] });

  it('power for a test in mid-job is joined before it and taken off again after it', () =>
    expect(ways([BATTERY], off, bumper, test, lamp)).toMatchObject({
      out: [
        'battery-off',
        'bumper',
        'state/battery/connected/1',
        'old-lamp-test',
        'state/battery/disconnected/1',
        'lamp',
      ],
    }));

  it('a test that can be done before power is off is done then', () =>
    expect(
      ways(
        [BATTERY],
        off,
        bumper,
        { ...test, after: [] },
        step('lamp', { lampOut: true, after: [{ step: 'bumper' }] }),
      ),
    ).toMatchObject({ out: ['old-lamp-test', 'battery-off', 'bumper', 'lamp'] }));

  const airbag = step('airbag-plug', {
    kind: 'isolate',
    cautions: ['airbag'],
    needs: { battery: 'disconnected' },
    after: [{ step: 'battery-off' }],
  });
  const over = { ...bumper, after: [{ step: 'airbag-plug' }] };

  it('with a restraint unplugged no order joins power: the lamp is tested at a bench supply, and the step says so', () => {
    const p = stripPlan([{ sheet: sheet(off, airbag, over, test, lamp), positions: TAIL }], [BATTERY]);
    if (p.kind !== 'plan') throw new Error(p.kind);
    expect(p.out.map((s) => s.id)).toEqual(['battery-off', 'airbag-plug', 'bumper', 'old-lamp-test', 'lamp']);
    expect(p.out[3]?.notes?.map((n) => n.code)).toEqual(['power-by-bench']);
    expect(p.out[3]?.needs).not.toHaveProperty('battery', 'connected');
    // No other step changes, and none joins power.
    expect(p.out.filter((s) => s.notes)).toHaveLength(1);
    expect(p.out.some((s) => s.sets.battery === 'connected')).toBe(false);
  });

  it('a step that is no test and needs power that cannot be had is a fault as before', () =>
    expect(ways([BATTERY], off, airbag, over, { ...test, kind: 'remove' }, lamp)).toMatchObject({
      kind: 'fault',
      way: 'out',
      fault: { kind: 'state', step: 'old-lamp-test' },
    }));

  it('a test on the way back with a restraint still open is made at the bench too', () => {
    const after = step('new-lamp-test', {
      kind: 'prove',
      way: 'back',
      needs: { battery: 'connected' },
      back: { before: [{ step: 'airbag-plug' }] },
    });
    const out = step('lamp', { lampOut: true, after: [{ step: 'airbag-plug' }] });
    const p = stripPlan([{ sheet: sheet(off, airbag, after, out), positions: TAIL }], [BATTERY]);
    if (p.kind !== 'plan') throw new Error(p.kind);
    const ids = p.back.map((s) => s.id);
    expect(ids.indexOf('new-lamp-test')).toBeLessThan(ids.indexOf('airbag-plug'));
    expect(p.back.find((s) => s.id === 'new-lamp-test')?.notes?.map((n) => n.code)).toEqual([
      'power-by-bench',
    ]);
    expect(ids.at(-1)).toBe('battery-off');
  });

  it('a restraint is plugged in again on the way back before power is joined for good', () => {
    const p = ways(
      [BATTERY],
      off,
      airbag,
      over,
      step('lamp', { lampOut: true, after: [{ step: 'bumper' }] }),
    );
    expect(p).toMatchObject({ back: ['lamp', 'bumper', 'airbag-plug', 'battery-off'] });
  });
});
