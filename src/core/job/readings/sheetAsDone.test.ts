import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { readJob } from '../readJob';
import { eventMaker, shelfSources } from '../testing/jobKit';
import { POSITION, shelf } from '../testing/wain';
import { sheetFaults } from '../../work/checkSheet';
import { sheetAsDone } from './sheetAsDone';

const vehicle = { id: 'v', family: 'wain', vin: null, serial: 'W-1', plate: null, fleet: null, version: 1 };
const event = eventMaker();
const at = (minute: number) => new Date(Date.UTC(2026, 10, 3, 8, minute)).toISOString();
const [row] = shelf.applications;
const sheet = shelf.stepSheets[0];
if (!row || !sheet) throw new Error('no rows');
const opened = [
  event('job-opened', { words: 'x' }, { at: at(0) }),
  event('swap-opened', { swap: 's', positions: [POSITION] }, { at: at(0) }),
  event(
    'lamp-chosen',
    {
      swap: 's',
      application: { id: row.id, rev: 1 },
      lamps: { [POSITION]: { id: Object.values(row.lamps)[0] ?? '', rev: 1 } },
      parts: [],
      verdict: 'fits',
      road: 'unknown',
      sheets: [{ id: sheet.id, rev: 1 }],
      after: [],
    },
    { at: at(1) },
  ),
];
const read = (...events: readonly AnyStoredEvent[]) =>
  readJob(shelfSources(shelf, vehicle, [...opened, ...events]));
const tick = (
  step: string,
  minute: number,
  outcome: 'done' | 'differs' | 'not-needed' = 'done',
  words = 'so',
) =>
  event(
    'step-ticked',
    { step, way: 'out', outcome, ...(outcome === 'done' ? {} : { words }), after: [] },
    { at: at(minute) },
  );

describe('a way as it was really gone', () => {
  const steps = read()
    .strip.out.filter((l) => l.step.sheet !== '')
    .map((l) => l.step.id);

  it('is the sheet itself while nothing was done', () => {
    const made = sheetAsDone(read(), 's', 'wain', 'en-GB');
    expect(made?.id).toBe(sheet.id);
    expect(made?.steps.map((s) => s.id).sort()).toEqual(sheet.steps.map((s) => s.id).sort());
  });

  it('has the minutes that were timed and the words of what went otherwise, and still stands as a sheet', () => {
    const [first = '', second = '', third = ''] = steps;
    const done = read(tick(first, 10), tick(second, 14), tick(third, 17, 'differs', 'turn it first'));
    const made = sheetAsDone(done, 's', 'wain', 'en-GB');
    const step = (id: string) => made?.steps.find((s) => s.id === id.split('@')[0]);
    expect(step(second)?.minutes).toBe(4);
    expect(step(third)?.minutes).toBe(3);
    expect(step(third)?.detail?.['en-GB']).toContain('turn it first');
    if (!made) throw new Error('no sheet');
    expect(sheetFaults(made)).toEqual(sheetFaults(sheet));
  });

  it('leaves out what was not needed, and takes in what was written down at the vehicle', () => {
    const last = steps.at(-1) ?? '';
    const own = event(
      'step-added',
      {
        swap: 's',
        step: 'b',
        words: 'Unhook the strap',
        kind: 'remove',
        zone: 'roof',
        minutes: 2,
        each: false,
        lampOut: false,
      },
      { at: at(20) },
    );
    const made = sheetAsDone(read(tick(last, 22, 'not-needed'), own), 's', 'wain', 'en-GB');
    expect(made?.steps.some((s) => s.id === last.split('@')[0])).toBe(false);
    expect(made?.steps.find((s) => s.id === 'unhook-the-strap')).toMatchObject({
      title: { 'en-GB': 'Unhook the strap' },
      zone: 'roof',
    });
    expect(sheetAsDone(read(), 'nobody', 'wain', 'en-GB')).toBeNull();
  });
});
