import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lampHistory, togetherHistory } from '../fitment/lampHistory';
import { bookingConflicts, dayPlan, firstFree, movedBooking, shiftDay, USUAL_HOURS } from './plan';
import { Temporal } from 'temporal-polyfill';
import { isDay, localDay, localMinutes, utcOf } from './localTime';
import type { Booking } from './types';

const ZONE = 'Europe/Lisbon';
const BAYS = ['a', 'b', 'c'].map((id) => ({ id, name: id.toUpperCase() }));
const booking = (id: string, time: string, more: Partial<Booking> = {}): Booking => ({
  id,
  job: `job-${id}`,
  bay: 'a',
  startsAt: `2026-01-12T${time}:00.000Z`,
  minutes: 60,
  waitsFor: '',
  waitsUntil: null,
  version: 1,
  ...more,
});
const kinds = (...list: Booking[]) =>
  bookingConflicts(list, ZONE).map((c) => `${c.kind} ${c.bookings.join('+')}`);

describe('conflicts of a plan', () => {
  it.each<[string, Booking[], string[]]>([
    ['none where one follows the other', [booking('1', '09:00'), booking('2', '10:00')], []],
    ['two jobs in one bay', [booking('1', '09:00'), booking('2', '09:45')], ['same-bay 1+2']],
    [
      'one job in two bays',
      [booking('1', '09:00', { job: 'j' }), booking('2', '09:30', { job: 'j', bay: 'b' })],
      ['same-job 1+2'],
    ],
    [
      'work before its part is there',
      [booking('1', '09:00', { waitsUntil: '2026-01-12T12:00:00.000Z' })],
      ['waits-longer 1'],
    ],
    ['work into the night', [booking('1', '17:00')], ['outside-hours 1']],
  ])('%s', (_, list, expected) => {
    expect(kinds(...list)).toEqual(expected);
    expect(kinds(...[...list].reverse())).toEqual(expected);
  });
});

describe('a day', () => {
  it('lays bookings into the hours, overlapping ones under one another', () => {
    const [a, b] = dayPlan(
      BAYS,
      [booking('1', '09:30'), booking('2', '10:00'), booking('3', '12:30', { bay: 'b' })],
      '2026-01-12',
      ZONE,
    );
    // Ten hours from 7:30; 9:30 is two hours in.
    expect(a?.strips).toMatchObject([
      { from: 0.2, to: expect.closeTo(0.3, 9) as number, line: 0, lines: 2 },
      { line: 1, lines: 2 },
    ]);
    expect(b?.strips).toMatchObject([{ from: 0.5, line: 0, lines: 1 }]);
    expect(
      dayPlan(BAYS, [booking('1', '09:30')], '2026-01-13', ZONE).every((r) => r.strips.length === 0),
    ).toBe(true);
  });

  it('reads the shop’s own clock, in summer too', () => {
    expect(localMinutes('2026-07-01T08:00:00.000Z', ZONE)).toBe(9 * 60);
    expect(localDay('2026-07-01T23:30:00.000Z', ZONE)).toBe('2026-07-02');
    expect(['2026-03-05', '2028-02-29'].every(isDay)).toBe(true);
    expect(['2026-02-29', '2026-13-01', '0000-00-00', '2026-3-5', 'today', ''].some(isDay)).toBe(false);
    expect(utcOf('2026-07-01', 9 * 60, ZONE)).toBe('2026-07-01T08:00:00.000Z');
    // The clock skips from one to two on the last Sunday of March.
    expect(utcOf('2026-03-29', 90, ZONE)).toBe('2026-03-29T01:30:00.000Z');
  });

  it('reads every clock as the standard’s own calendar does, skipped and doubled hours and days too', () => {
    const zones = [
      ZONE,
      'America/Denver',
      'Australia/Lord_Howe',
      'Asia/Kathmandu',
      'Pacific/Apia',
      'America/St_Johns',
    ];
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 130 * 365 }),
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom(...zones),
        (days, minutes, zone) => {
          const day = new Date(Date.UTC(1970, 0, 2 + days)).toISOString().slice(0, 10);
          const at = Temporal.PlainDate.from(day).toPlainDateTime().add({ minutes }).toZonedDateTime(zone);
          const iso = at.toInstant().toString({ fractionalSecondDigits: 3 });
          expect(utcOf(day, minutes, zone)).toBe(iso);
          expect(localDay(iso, zone)).toBe(at.toPlainDate().toString());
          expect(localMinutes(iso, zone)).toBe(at.hour * 60 + at.minute);
        },
      ),
      { numRuns: 3000 },
    );
    // Samoa went over the line and had no 30 December; Lord Howe moves its clock by half an hour.
    expect(utcOf('2011-12-30', 720, 'Pacific/Apia')).toBe('2011-12-30T22:00:00.000Z');
    expect(utcOf('2026-10-04', 130, 'Australia/Lord_Howe')).toBe('2026-10-03T15:40:00.000Z');
  });

  it('a moment read and said again is the same moment', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.constantFrom('UTC', ZONE, 'America/Denver'),
        (n, zone) => {
          const iso = new Date(Date.UTC(2026, 0, 1) + n * 15 * 60_000).toISOString();
          const again = utcOf(localDay(iso, zone), localMinutes(iso, zone), zone);
          expect([localDay(again, zone), localMinutes(again, zone)]).toEqual([
            localDay(iso, zone),
            localMinutes(iso, zone),
          ]);
        },
      ),
    );
  });
});

describe('moving', () => {
  it('goes by quarter hours, days and bays, and stays within them', () => {
    const b = booking('1', '09:10');
    expect(movedBooking(b, { minutes: 15 }, BAYS, ZONE).startsAt).toBe('2026-01-12T09:30:00.000Z');
    expect(movedBooking(b, { bays: 1, days: 1 }, BAYS, ZONE)).toMatchObject({
      bay: 'b',
      startsAt: '2026-01-13T09:15:00.000Z',
    });
    expect(movedBooking(b, { bays: -1 }, BAYS, ZONE).bay).toBe('a');
    expect(movedBooking({ ...b, bay: 'c' }, { bays: 5 }, BAYS, ZONE).bay).toBe('c');
    expect(shiftDay('2026-02-28', 1)).toBe('2026-03-01');
  });
  it('keeps the hour over the change of the clock', () => {
    const b = booking('1', '09:00', { startsAt: '2026-03-28T09:00:00.000Z' });
    expect(localMinutes(movedBooking(b, { days: 1 }, BAYS, ZONE).startsAt, ZONE)).toBe(9 * 60);
  });
});

describe('what the shop knows of a lamp', () => {
  it('is fitted, lamp-months and back: 365 days are 12 months, half of them 6', () => {
    const h = lampHistory(
      [
        { lamp: 'l', fittedAt: '2025-01-01T00:00:00.000Z' },
        {
          lamp: 'l',
          fittedAt: '2025-01-01T00:00:00.000Z',
          backAt: '2025-07-02T12:00:00.000Z',
          symptom: 'fogged',
        },
        { lamp: 'r', fittedAt: '2025-12-31T00:00:00.000Z' },
      ],
      '2026-01-01T00:00:00.000Z',
    );
    expect(h.get('l')).toEqual({ fitted: 2, lampMonths: 18, back: 1, symptoms: ['fogged'] });
    expect(togetherHistory([h.get('l'), h.get('r'), undefined])).toMatchObject({
      fitted: 3,
      lampMonths: 18,
      back: 1,
    });
    expect(togetherHistory([undefined])).toBeNull();
  });
});

describe('the first free place', () => {
  const bays = [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ];
  const plan = (bookings: readonly Booking[]) => ({ bays, bookings, hours: USUAL_HOURS, zone: 'UTC' });
  const at = (id: string, bay: string, startsAt: string, minutes: number): Booking => ({
    id,
    job: id,
    bay,
    startsAt,
    minutes,
    waitsFor: '',
    waitsUntil: null,
    version: 1,
  });
  const day = '2026-03-05T00:00:00.000Z';

  it('is at opening in the first bay where nothing is planned, and the next bay where something is', () => {
    expect(firstFree(plan([]), day, 120)).toEqual({ bay: 'a', startsAt: '2026-03-05T07:30:00.000Z' });
    expect(firstFree(plan([at('x', 'a', '2026-03-05T07:30:00.000Z', 60)]), day, 120)).toEqual({
      bay: 'b',
      startsAt: '2026-03-05T07:30:00.000Z',
    });
  });

  it('is never in the past, ends within the hours, and meets no other booking', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            bay: fc.constantFrom('a', 'b'),
            from: fc.integer({ min: 0, max: 300 }),
            len: fc.integer({ min: 15, max: 300 }),
          }),
          { maxLength: 12 },
        ),
        fc.integer({ min: 0, max: 2_000 }),
        fc.integer({ min: 15, max: 400 }),
        (list, now, minutes) => {
          const start = Date.parse(day);
          const bookings = list.map((b, i) =>
            at(`k${i}`, b.bay, new Date(start + b.from * 15 * 60_000).toISOString(), b.len),
          );
          const from = new Date(start + now * 60_000).toISOString();
          const free = firstFree(plan(bookings), from, minutes);
          if (!free) return;
          expect(free.startsAt >= from).toBe(true);
          const kinds = bookingConflicts(
            [...bookings, at('new', free.bay, free.startsAt, minutes)],
            'UTC',
          ).filter((c) => c.bookings.includes('new'));
          expect(kinds).toEqual([]);
        },
      ),
    );
  });

  it('is none where no day is long enough', () => {
    expect(firstFree(plan([]), day, 601)).toBeNull();
  });
});
