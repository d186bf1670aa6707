import { describe, expect, it } from 'vitest';
import { type SheetOffer, sheetOffers, type StepHistory, takenOver } from './offers';
import { timedOf } from './times';
import type { Step, StepSheet } from './types';

const step = (id: string, more: Partial<Step> = {}): Step => ({
  id,
  kind: 'remove',
  scope: 'once',
  title: { 'en-GB': id },
  zone: 'front',
  minutes: 10,
  ...more,
});
const sheet = (...steps: Step[]): StepSheet => ({
  id: 's',
  families: ['f'],
  role: 'headlamp',
  end: 'front',
  name: { en: 'S' },
  steps,
});
const history = (more: Partial<StepHistory>): StepHistory => ({
  step: 'a',
  way: 'out',
  timed: timedOf([]),
  done: 4,
  notNeeded: 0,
  differs: [],
  broken: {},
  ...more,
});
const offer = (s: StepSheet, h: StepHistory): SheetOffer | undefined => sheetOffers(s, [h])[0];

describe('what the shop’s own jobs offer to a sheet', () => {
  it('minutes, where three times say otherwise; the way back keeps its own', () => {
    const s = sheet(step('a'));
    expect(offer(s, history({ timed: timedOf([30, 30]) }))).toBeUndefined();
    // Centre (4 ln 10 + 5 ln 24) / 9: 10 · 2.4^(5/9) = 16.26, to the half minute.
    const found = offer(s, history({ timed: timedOf([24, 24, 24, 24, 24]) }));
    expect(found).toEqual({ kind: 'minutes', step: 'a', way: 'out', from: 10, to: 16.5, times: 5 });
    expect(offer(s, history({ timed: timedOf([11, 10, 11]) }))).toBeUndefined();
    expect(found && takenOver(s, found, 'en-GB').steps[0]).toMatchObject({
      minutes: 16.5,
      back: { minutes: 10 },
    });
  });

  it('a step that was not needed in half of the jobs goes, and who waited for it waits for what it waited for', () => {
    const s = sheet(
      step('first'),
      step('a', { after: [{ step: 'first' }] }),
      step('last', { after: [{ step: 'a' }] }),
    );
    expect(offer(s, history({ done: 3, notNeeded: 2 }))).toBeUndefined();
    const found = offer(s, history({ done: 2, notNeeded: 3 }));
    expect(found).toEqual({ kind: 'not-needed', step: 'a', jobs: 3, of: 5 });
    const after = found && takenOver(s, found, 'en-GB').steps;
    expect(after?.map((x) => [x.id, x.after?.map((e) => e.step) ?? []])).toEqual([
      ['first', []],
      ['last', ['first']],
    ]);
  });

  it('what was done otherwise twice is written into the step', () => {
    const s = sheet(step('a', { detail: { 'en-GB': 'Pull towards you.' } }));
    expect(offer(s, history({ differs: ['push inward first'] }))).toBeUndefined();
    const found = offer(s, history({ differs: ['push inward first', 'push inward first'] }));
    expect(found && takenOver(s, found, 'en-GB').steps[0]?.detail).toEqual({
      'en-GB': 'Pull towards you. (push inward first)',
    });
    const back = offer(s, history({ way: 'back', differs: ['hook the top', 'top first'] }));
    expect(back && takenOver(s, back, 'en-GB').steps[0]?.back?.detail).toEqual({
      'en-GB': 'hook the top; top first',
    });
  });

  it('clips that broke twice go back only if they are sound, so that there are spares', () => {
    const s = sheet(step('a', { fasteners: [{ id: 'g', kind: 'clip', count: 6, reuse: 'reuse' }] }));
    const found = offer(s, history({ broken: { g: { out: 24, broken: 3 } } }));
    expect(found).toEqual({ kind: 'breaks', step: 'a', group: 'g', broken: 3, of: 24 });
    expect(found && takenOver(s, found, 'en-GB').steps[0]?.fasteners?.[0]?.reuse).toBe('if-sound');
    expect(offer(s, history({ broken: { g: { out: 24, broken: 1 } } }))).toBeUndefined();
  });
});
