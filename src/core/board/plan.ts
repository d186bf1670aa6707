import { compareText } from '../kernel/reason';
import { localMinutes, localDay, utcOf } from './localTime';
import type { Bay, Booking } from './types';

/** Something that cannot be as it stands. Bookings stay where they are: a person decides. */
export interface BookingConflict {
  readonly kind: 'same-bay' | 'same-job' | 'waits-longer' | 'outside-hours';
  /** The bookings it is about, by id, in text order. */
  readonly bookings: readonly string[];
}

/** Opening hours in minutes after local midnight. */
export interface Hours {
  readonly openMin: number;
  readonly closeMin: number;
}

/** A plan with what it is read by. */
export interface BoardPlan {
  readonly bays: readonly Bay[];
  readonly bookings: readonly Booking[];
  readonly hours: Hours;
  /** IANA zone in which the shop reads its clock. */
  readonly zone: string;
}

/** *Setting*: half past seven to half past five. */
export const USUAL_HOURS: Hours = { openMin: 7 * 60 + 30, closeMin: 17 * 60 + 30 };
/** Bookings move in steps of this many minutes. */
export const STEP_MIN = 15;

type Span = Pick<Booking, 'startsAt' | 'minutes'>;
const startMs = (b: Span) => Date.parse(b.startsAt);
const endMs = (b: Span) => startMs(b) + b.minutes * 60_000;
const overlap = (a: Span, b: Span) => startMs(a) < endMs(b) && startMs(b) < endMs(a);

/**
 * Every conflict of a plan: two jobs in one bay, one job in two bays, work that starts before what it waits for is
 * there, work outside the hours. The order of the bookings does not matter.
 * @param zone IANA zone in which the shop reads its clock
 */
export function bookingConflicts(
  bookings: readonly Booking[],
  zone: string,
  hours: Hours = USUAL_HOURS,
): readonly BookingConflict[] {
  const list = [...bookings].sort((a, b) => compareText(a.id, b.id));
  const found: BookingConflict[] = [];
  list.forEach((a, i) => {
    for (const b of list.slice(i + 1)) {
      if (!overlap(a, b)) continue;
      if (a.bay === b.bay) found.push({ kind: 'same-bay', bookings: [a.id, b.id] });
      if (a.job === b.job) found.push({ kind: 'same-job', bookings: [a.id, b.id] });
    }
    if (a.waitsUntil !== null && startMs(a) < Date.parse(a.waitsUntil))
      found.push({ kind: 'waits-longer', bookings: [a.id] });
    const from = localMinutes(a.startsAt, zone);
    if (from < hours.openMin || from + a.minutes > hours.closeMin)
      found.push({ kind: 'outside-hours', bookings: [a.id] });
  });
  return found;
}

/** One bay's row of a day: its bookings with their place in the hours, 0..1. */
export interface BayRow {
  readonly bay: Bay;
  readonly strips: readonly {
    readonly booking: Booking;
    readonly from: number;
    readonly to: number;
    /** Overlapping ones stand under one another: the line it is drawn on, and of how many. */
    readonly line: number;
    readonly lines: number;
  }[];
}

/** Lays a local day out: every bay, its bookings of that day, clipped to the hours. @param day `2026-03-05` */
export function dayPlan(
  bays: readonly Bay[],
  bookings: readonly Booking[],
  day: string,
  zone: string,
  hours: Hours = USUAL_HOURS,
): readonly BayRow[] {
  const span = hours.closeMin - hours.openMin;
  const share = (min: number) => Math.min(1, Math.max(0, (min - hours.openMin) / span));
  return bays.map((bay) => {
    const here = bookings
      .filter((b) => b.bay === bay.id && localDay(b.startsAt, zone) === day)
      .sort((a, b) => compareText(a.startsAt, b.startsAt) || compareText(a.id, b.id));
    const lineEnds: number[] = [];
    const placed = here.map((booking) => {
      const free = lineEnds.findIndex((end) => end <= startMs(booking));
      const line = free >= 0 ? free : lineEnds.length;
      lineEnds[line] = endMs(booking);
      const from = localMinutes(booking.startsAt, zone);
      return { booking, from: share(from), to: share(from + booking.minutes), line };
    });
    return { bay, strips: placed.map((p) => ({ ...p, lines: Math.max(1, lineEnds.length) })) };
  });
}

/** A booking moved by minutes, days and bays: on the quarter hour, within the bays there are. */
export function movedBooking(
  b: Booking,
  by: { readonly minutes?: number; readonly days?: number; readonly bays?: number },
  bays: readonly Bay[],
  zone: string,
): Booking {
  const at = bays.findIndex((x) => x.id === b.bay);
  const bay = bays[Math.min(bays.length - 1, Math.max(0, at + (by.bays ?? 0)))]?.id ?? b.bay;
  const min = localMinutes(b.startsAt, zone) + (by.minutes ?? 0);
  const snapped = Math.min(24 * 60 - STEP_MIN, Math.max(0, Math.round(min / STEP_MIN) * STEP_MIN));
  const day = shiftDay(localDay(b.startsAt, zone), by.days ?? 0);
  return { ...b, bay, startsAt: utcOf(day, snapped, zone) };
}

/** *Setting*: days that are looked through for a free place. */
const DAYS_AHEAD = 14;

/**
 * The first place that is free for a job: the earliest start within the hours, on the quarter hour, in the first bay that
 * has nothing there. null: none in the next two weeks.
 * @param fromIso not before this
 * @param minutes how long the job takes
 */
export function firstFree(
  { bays, bookings, hours, zone }: BoardPlan,
  fromIso: string,
  minutes: number,
): { readonly bay: string; readonly startsAt: string } | null {
  const first = localDay(fromIso, zone);
  for (let d = 0; d < DAYS_AHEAD; d += 1) {
    const day = shiftDay(first, d);
    for (let at = hours.openMin; at + minutes <= hours.closeMin; at += STEP_MIN) {
      const startsAt = utcOf(day, at, zone);
      if (startsAt < fromIso) continue;
      const taken = { startsAt, minutes };
      const bay = bays.find((b) => !bookings.some((x) => x.bay === b.id && overlap(x, taken)));
      if (bay) return { bay: bay.id, startsAt };
    }
  }
  return null;
}

/** A day so many days later. */
export function shiftDay(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
