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

describe('what happens at the vehicle', () => {
  it('a look that a step wants is open once the step is back, and stands while it is not right', () => {
    const step: Partial<Step> = { looks: ['top-mark', 'not-pinched'] };
    const done = [tick('a', 'out'), tick('a', 'back')];
    const looked = (look: 'top-mark' | 'not-pinched', seen: 'yes' | 'no') =>
      event('step-looked', { step: 'a', look, seen, after: [] });
    expect(item(job(step, done[0] as AnyStoredEvent), 'item-step-looks')).toBeUndefined();
    expect(item(job(step, ...done), 'item-step-looks')).toMatchObject({
      origin: 'mount',
      what: { facts: { looks: ['top-mark', 'not-pinched'] } },
      closed: null,
    });
    const half = job(step, ...done, looked('top-mark', 'yes'));
    expect(item(half, 'item-step-looks')?.what.facts).toMatchObject({ looks: ['not-pinched'] });
    const wrong = job(step, ...done, looked('top-mark', 'yes'), looked('not-pinched', 'no'));
    expect(item(wrong, 'item-step-looks')).toBeUndefined();
    expect(item(wrong, 'item-step-look-wrong')?.closed).toBeNull();
    const right = job(step, ...done, looked('top-mark', 'yes'), looked('not-pinched', 'yes'));
    expect(item(right, 'item-step-look-wrong')).toBeUndefined();
    // A look that no step wants is kept, and stands in nothing.
    const stray = event('step-looked', { step: 'a', look: 'gap-even', seen: 'yes', after: [] });
    expect(job(step, ...done, stray).unfit.map((u) => u.code)).toEqual(['no-such-step']);
  });

  it('a lost screw is looked for until it is found; the balance misses it as well', () => {
    const lost = [count('out', 3), count('lost', 1), count('in', 2)];
    const reading = job(screws, ...lost);
    expect(item(reading, 'item-lost')).toMatchObject({ origin: 'lost', what: { facts: { count: 1 } } });
    expect(reading.strip.balance[0]).toMatchObject({ holes: 1, inHand: 0, balanced: false });
    // A new one fills the hole; the lost one is still somewhere.
    const filled = job(screws, ...lost, count('spare', 1), count('in', 1));
    expect(filled.strip.balance[0]).toMatchObject({ holes: 0, inHand: 0, balanced: true });
    expect(item(filled, 'item-lost')?.closed).toBeNull();
    const found = job(screws, ...lost, count('found', 1), count('in', 1));
    expect(item(found, 'item-lost')).toBeUndefined();
    expect(found.strip.balance[0]?.balanced).toBe(true);
  });

  it('a breakage is open until the customer knows, somebody pays and the spare is in', () => {
    const broke = (more: object) =>
      event('breakage-noted', {
        breakage: 'b',
        kind: 'clip',
        words: 'lower tab',
        cost: 'shop',
        told: true,
        spare: 'fitted',
        after: [],
        ...more,
      });
    expect(item(job({}, broke({})), 'item-breakage')?.closed).toMatchObject({ how: 'met' });
    const open = job({}, broke({ told: false, cost: 'open', spare: 'to-order' }));
    expect(item(open, 'item-breakage')).toMatchObject({
      what: { facts: { open: ['not-told', 'cost-open', 'to-order'] } },
      closed: null,
    });
    expect(releaseCheck(open).openItems.map((i) => i.what.code)).toContain('item-breakage');
    const first = broke({ told: false });
    expect(item(job({}, first, broke({ after: [first.id] })), 'item-breakage')?.closed).not.toBeNull();
  });

  it('a lasting change that nobody foresaw wants consent, and its hole a grommet', () => {
    const change = (more: object) =>
      event('change-noted', {
        change: 'c',
        words: 'hole beside the catch',
        hole: true,
        sealed: false,
        consent: 'open',
        after: [],
        ...more,
      });
    const open = job({}, change({}));
    expect(item(open, 'item-change-consent')?.closed).toBeNull();
    expect(item(open, 'item-change-hole')?.closed).toBeNull();
    const agreed = job({}, change({ consent: 'told', by: 'A. Keel by phone', sealed: true }));
    expect(item(agreed, 'item-change-consent')?.closed).toMatchObject({ how: 'met' });
    expect(item(agreed, 'item-change-hole')?.closed).toMatchObject({ how: 'met' });
    expect(item(job({}, change({ hole: false })), 'item-change-hole')).toBeUndefined();
  });

  it('a hole that the sheet drills is open until its grommet was seen, after it was drilled', () => {
    const drilled: Partial<Step> = { kind: 'lasting-change', tool: { kind: 'drill', size: '6 mm' } };
    const looked = () =>
      event('mount-looked', {
        position: POSITION,
        lamp: 'flood',
        checks: { film: 'none', seal: 'yes', holes: 'yes', lead: 'yes' },
        after: [],
      });
    const before = looked();
    expect(item(job(drilled, before, tick('a', 'out')), 'item-hole')).toMatchObject({ closed: null });
    expect(item(job(drilled, tick('a', 'out'), looked()), 'item-hole')?.closed).toMatchObject({ how: 'met' });
    expect(item(job({ kind: 'lasting-change' }, tick('a', 'out')), 'item-hole')).toBeUndefined();
  });

  it('steps stand in somebody’s own order, or it is said what is in its way', () => {
    const lamp = `lamp@${POSITION}`;
    const arranged = (...steps: string[]) => event('steps-arranged', { steps, after: [] });
    const orderOf = (reading: ReturnType<typeof job>) => reading.strip.out.map((l) => l.step.id);
    expect(orderOf(job({}, arranged(lamp, 'a')))).toEqual([lamp, 'a']);
    const waits: Partial<Step> = { after: [{ step: 'lamp' }] };
    const refused = job(waits, arranged('a', lamp));
    expect(orderOf(refused)).toEqual([lamp, 'a']);
    expect(refused.strip.arranged).toMatchObject({ fault: { kind: 'waits', step: 'a', after: lamp } });
    // None: as the plan has it.
    expect(job({}, arranged()).strip.arranged?.fault).toBeNull();
  });
});
