import ical from 'ical-generator';

/** A booking as calendars show it. */
export interface CalendarEntry {
  readonly id: string;
  readonly startsAt: string;
  readonly minutes: number;
  readonly title: string;
  readonly place: string;
}

/** A calendar feed (iCalendar, RFC 5545). Names and times only: nothing about the customer leaves the shop by it. */
export function calendarText(name: string, entries: readonly CalendarEntry[]): string {
  const calendar = ical({ name, prodId: { company: 'Yonder Bolt', product: 'Bay board', language: 'EN' } });
  for (const e of entries)
    calendar.createEvent({
      id: e.id,
      start: new Date(e.startsAt),
      end: new Date(Date.parse(e.startsAt) + e.minutes * 60_000),
      summary: e.title,
      location: e.place,
    });
  return calendar.toString();
}
