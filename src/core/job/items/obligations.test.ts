import { describe, expect, it } from 'vitest';
import type { FastenerAct, Step } from '../../work';
import type { AnyStoredEvent, StepOutcome } from '../events';
import { eventMaker, shelfSources } from '../testing/jobKit';
import { readJob } from '../readJob';
import { releaseCheck } from '../release/release';

const POSITION = 'work.rear.centre';
const vehicle = { id: 'v', family: 'cart', vin: null, serial: 'C-1', plate: null, fleet: null, version: 1 };
const event = eventMaker();

/** A job whose one sheet has the given step and a lamp to take out. */
function job(step: Partial<Step>, ...events: readonly AnyStoredEvent[]) {
  const position = { role: 'work', side: 'centre', end: 'rear' } as const;
  const base = { scope: 'once', zone: 'rear', minutes: 1, title: { 'en-GB': 'A step' } } as const;
  return readJob(
    shelfSources(
      {
        stepSheets: [
          {
            id: 'sheet',
            families: ['cart'],
            role: 'work',
            end: 'rear',
            name: { 'en-GB': 'The way' },
            steps: [
              { ...base, id: 'a', kind: 'remove', ...step },
              { ...base, id: 'lamp', kind: 'remove', scope: 'each', lampOut: true },
            ],
          },
        ],
        lamps: [
          {
            id: 'flood',
            maker: 'Nine Fathom',
            name: 'Flood',
            partNumber: 'F',
            about: { 'en-GB': 'Flood' },
            role: 'work',
            side: 'centre',
            functions: [{ does: 'work', colour: 'white' }],
            traits: [],
            workingMinV: 9,
            workingMaxV: 32,
            marks: {},
            flags: [],
            price: { minor: 1, currency: 'EUR' },
            face: { aspect: 1, segments: [] },
          },
        ],
        families: [
          {
            id: 'cart',
            maker: 'Dunmarrow',
            name: 'Cart',
            bodyStyle: 'trailer',
            lightVehicle: false,
            lengthMm: 3000,
            widthMm: 1500,
            yearFrom: 2000,
            hazards: [],
            places: [{ position, xMm: 0, yMm: 0, functions: [{ does: 'work', colour: 'white' }] }],
            assumes: [],
          },
        ],
        applications: [
          {
            id: 'cart-flood',
            families: ['cart'],
            role: 'work',
            end: 'rear',
            lamps: { centre: 'flood' },
            rule: { op: 'all', of: [] },
            minutesLow: 1,
            minutesHigh: 2,
            supplies: [],
          },
        ],
      },
      vehicle,
      [
        event('job-opened', { words: 'x' }),
        event('swap-opened', { swap: 's', positions: [POSITION] }),
        event('lamp-chosen', {
          swap: 's',
          application: { id: 'cart-flood', rev: 1 },
          lamps: { [POSITION]: { id: 'flood', rev: 1 } },
          parts: [],
          verdict: 'fits',
          road: 'unknown',
          sheets: [{ id: 'sheet', rev: 1 }],
          after: [],
        }),
        ...events,
      ],
    ),
  );
}
const tick = (step: string, way: 'out' | 'back', outcome: StepOutcome = 'done') =>
  event('step-ticked', { step, way, outcome, ...(outcome === 'done' ? {} : { words: 'so' }), after: [] });
const count = (act: FastenerAct, n: number) =>
  event('fastener-counted', { step: 'a', group: 'g', act, count: n });
const item = (reading: ReturnType<typeof job>, code: string) =>
  reading.items.find((i) => i.what.code === code);
const screws: Partial<Step> = { fasteners: [{ id: 'g', kind: 'screw', count: 3, reuse: 'reuse' }] };

describe('obligations open by themselves', () => {
  it.each<[string, Partial<Step>, string, string, string]>([
    ['loosened: to be tightened', { kind: 'loosen' }, 'item-loosened', 'loosened', 'mount'],
    ['isolated: to be restored', { kind: 'isolate' }, 'item-isolated', 'isolated', 'mount'],
    ['a camera behind it: to be rechecked', { rechecks: ['camera'] }, 'item-recheck', 'recheck', 'prove'],
    [
      'battery off: clock, windows, codes',
      { kind: 'isolate', sets: { battery: 'disconnected' } },
      'item-battery-codes',
      'recheck',
      'prove',
    ],
    [
      'a hole drilled: the customer’s consent',
      { kind: 'lasting-change' },
      'item-lasting-change',
      'lasting-change',
      'strip',
    ],
  ])('%s', (_, step, code, origin, stage) => {
    expect(item(job(step), code)).toBeUndefined();
    expect(item(job(step, tick('a', 'out')), code)).toMatchObject({ origin, stage, closed: null });
    // What was not done leaves nothing to be made good.
    expect(item(job(step, tick('a', 'out', 'not-needed')), code)).toBeUndefined();
    const open = job(step, tick('a', 'out'));
    expect(releaseCheck(open).openItems.map((i) => i.what.code)).toContain(code);
  });

  it.each<[Step['kind'], string]>([
    ['loosen', 'item-loosened'],
    ['isolate', 'item-isolated'],
  ])('%s is met by its step on the way back, and open again when that is taken back', (kind, code) => {
    const back = tick('a', 'back');
    expect(item(job({ kind }, tick('a', 'out'), back), code)?.closed).toMatchObject({ how: 'met', by: 'u' });
    expect(
      item(job({ kind }, tick('a', 'out'), back, event('void', { target: back.id })), code)?.closed,
    ).toBeNull();
    expect(item(job({ kind }, tick('a', 'out'), tick('a', 'back', 'not-needed')), code)?.closed).toBeNull();
  });

  it('a recheck is not met by putting the part back: somebody has to look', () => {
    const reading = job({ rechecks: ['radar'] }, tick('a', 'out'), tick('a', 'back'));
    expect(item(reading, 'item-recheck')?.closed).toBeNull();
  });

  it('a balance that is off is an item, whose closing does not cover another balance', () => {
    const short = job(screws, count('out', 3), count('in', 2));
    const first = item(short, 'item-fasteners');
    expect(first).toMatchObject({ origin: 'fasteners', what: { facts: { holes: 1, left: 1 } } });
    // Written after whatever the job below makes of itself.
    const written = event(
      'item-closed',
      { item: first?.id ?? '', how: 'handed-over', words: 'lost one' },
      { at: '2027-01-01T00:00:00.000Z' },
    );
    expect(
      item(job(screws, count('out', 3), count('in', 2), written), 'item-fasteners')?.closed,
    ).not.toBeNull();
    expect(item(job(screws, count('out', 3), count('in', 1), written), 'item-fasteners')?.closed).toBeNull();
    expect(item(job(screws, count('out', 3), count('in', 3)), 'item-fasteners')).toBeUndefined();
  });

  it('a borrowed screw is owed though the balance is even', () => {
    const reading = job(screws, count('out', 3), count('broken', 1), count('borrowed', 1), count('in', 3));
    expect(item(reading, 'item-fasteners')).toBeUndefined();
    expect(item(reading, 'item-owed')).toMatchObject({
      origin: 'borrowed',
      what: { facts: { count: 1, fastener: 'screw' } },
      closed: null,
    });
  });

  it('a pause half stripped has a parking state: what is apart, which lamps are out', () => {
    expect(job({}).strip.parking).toBeNull();
    const reading = job({}, tick('a', 'out'), tick(`lamp@${POSITION}`, 'out'));
    expect(reading.strip.parking?.apart.map((x) => x.id)).toEqual(['a', `lamp@${POSITION}`]);
    expect(reading.strip.parking?.lampsOut).toEqual([POSITION]);
    const back = [tick(`lamp@${POSITION}`, 'back'), tick('a', 'back')];
    expect(job({}, tick('a', 'out'), tick(`lamp@${POSITION}`, 'out'), ...back).strip.parking).toBeNull();
  });
});
