import { tzOffset } from '@date-fns/tz';

const [MINUTE_MS, DAY_MS] = [60_000, 86_400_000];

/** The clock on the shop's wall at a moment, as if it stood in Greenwich. */
const onTheWall = (iso: string, zone: string): Date => {
  const at = new Date(iso);
  return new Date(at.getTime() + Math.round(tzOffset(zone, at) * MINUTE_MS));
};

/** The local day, `2026-03-05`. */
export const localDay = (iso: string, zone: string): string =>
  onTheWall(iso, zone).toISOString().slice(0, 10);

/** Whether a text is a day of the calendar from the year 1000 on, `2026-03-05`. */
export function isDay(text: string): boolean {
  if (!/^[1-9]\d{3}-\d\d-\d\d$/.test(text)) return false;
  const at = new Date(`${text}T00:00:00.000Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === text;
}

/** Minutes after local midnight, as the clock reads. */
export function localMinutes(iso: string, zone: string): number {
  const at = onTheWall(iso, zone);
  return at.getUTCHours() * 60 + at.getUTCMinutes();
}

/**
 * The moment when the shop's clock reads a day and minute, ISO 8601 UTC. A reading that the clock skips in spring is
 * taken an hour later; one that it shows twice is the earlier.
 */
export function utcOf(day: string, minutes: number, zone: string): string {
  const read = Date.parse(`${day}T00:00:00.000Z`) + minutes * MINUTE_MS;
  const aheadMs = (at: number) => Math.round(tzOffset(zone, new Date(at)) * MINUTE_MS);
  // A zone changes its clock once within two days at most: what it was before, and what it is after.
  const before = read - aheadMs(read - DAY_MS);
  const after = read - aheadMs(read + DAY_MS);
  const shown = [before, after].filter((at) => at + aheadMs(at) === read);
  return new Date(shown.length > 0 ? Math.min(...shown) : before).toISOString();
}
