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
  const calendar = ical({
    name: oneLine(name),
    prodId: { company: 'Yonder Bolt', product: 'Bay board', language: 'EN' },
  });
  for (const e of entries)
    calendar.createEvent({
      id: e.id,
      start: new Date(e.startsAt),
      end: new Date(Date.parse(e.startsAt) + e.minutes * 60_000),
      summary: oneLine(e.title),
      location: oneLine(e.place),
    });
  return calendar.toString();
}

/** A name on one line: what else stands in it would be read as lines of the calendar (RFC 5545, 3.1). */
const oneLine = (text: string): string => text.replace(/\p{Cc}+/gu, ' ').trim();
