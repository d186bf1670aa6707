/** A moment as the clock on the shop's wall reads it. */
function parts(iso: string, zone: string): Readonly<Record<string, string>> {
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  });
  return Object.fromEntries(format.formatToParts(new Date(iso)).map((p) => [p.type, p.value]));
}

/** The local day, `2026-03-05`. */
export function localDay(iso: string, zone: string): string {
  const p = parts(iso, zone);
  return `${p.year}-${p.month}-${p.day}`;
}

/** Whether a text is a day of the calendar from the year 1000 on, `2026-03-05`. */
export function isDay(text: string): boolean {
  if (!/^[1-9]\d{3}-\d\d-\d\d$/.test(text)) return false;
  const at = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text);
}

/** Minutes after local midnight. */
export function localMinutes(iso: string, zone: string): number {
  const p = parts(iso, zone);
  return Number(p.hour) * 60 + Number(p.minute);
}

/**
 * The moment when the shop's clock reads a day and minute, ISO 8601 UTC. A reading that the clock skips in spring is
 * taken an hour later; one that it shows twice is the earlier.
 */
export function utcOf(day: string, minutes: number, zone: string): string {
  const wanted = Date.parse(`${day}T00:00:00Z`) + minutes * 60_000;
  let at = wanted;
  for (let i = 0; i < 2; i += 1) {
    const iso = new Date(at).toISOString();
    const read = Date.parse(`${localDay(iso, zone)}T00:00:00Z`) + localMinutes(iso, zone) * 60_000;
    at += wanted - read;
  }
  return new Date(at).toISOString();
}
