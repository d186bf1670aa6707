import { Temporal } from 'temporal-polyfill';

/** A moment as the clock on the shop's wall reads it. */
const onTheWall = (iso: string, zone: string) => Temporal.Instant.from(iso).toZonedDateTimeISO(zone);

/** The local day, `2026-03-05`. */
export const localDay = (iso: string, zone: string): string => onTheWall(iso, zone).toPlainDate().toString();

/** Whether a text is a day of the calendar from the year 1000 on, `2026-03-05`. */
export function isDay(text: string): boolean {
  if (!/^[1-9]\d{3}-\d\d-\d\d$/.test(text)) return false;
  try {
    return Temporal.PlainDate.from(text).toString() === text;
  } catch {
    return false;
  }
}

/** Minutes after local midnight, as the clock reads. */
export function localMinutes(iso: string, zone: string): number {
  const { hour, minute } = onTheWall(iso, zone);
  return hour * 60 + minute;
}

/**
 * The moment when the shop's clock reads a day and minute, ISO 8601 UTC. A reading that the clock skips in spring is
 * taken an hour later; one that it shows twice is the earlier.
 */
export const utcOf = (day: string, minutes: number, zone: string): string =>
  Temporal.PlainDate.from(day)
    .toPlainDateTime()
    .add({ minutes })
    .toZonedDateTime(zone, { disambiguation: 'compatible' })
    .toInstant()
    .toString({ fractionalSecondDigits: 3 });
