/** A back-up in a folder. */
export interface Kept {
  readonly name: string;
  /** When it was made, ISO 8601 UTC. */
  readonly at: string;
}

const DAY_MS = 86_400_000;

/** Days since a Monday long ago, in weeks. */
const weekOf = (at: string): number => Math.floor((Date.parse(at) / DAY_MS + 3) / 7);

/**
 * Which back-ups may go: the newest of each of the last days stays, and the newest of each of the last weeks. The newest of all
 * stays however old it is.
 * @param days days of which one is kept each; @param weeks weeks of which one is kept each
 */
export function toRemove(kept: readonly Kept[], now: Date, days: number, weeks: number): readonly string[] {
  const newest = [...kept].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.name < b.name ? -1 : 1));
  const stays = new Set<string>();
  const seen = new Set<string>();
  for (const [i, one] of newest.entries()) {
    const ageDays = (now.getTime() - Date.parse(one.at)) / DAY_MS;
    const day = `day ${one.at.slice(0, 10)}`;
    const week = `week ${weekOf(one.at)}`;
    if (i === 0) stays.add(one.name);
    if (ageDays < days && !seen.has(day)) stays.add(one.name);
    if (ageDays < weeks * 7 && !seen.has(week)) stays.add(one.name);
    seen.add(day).add(week);
  }
  return newest.filter((k) => !stays.has(k.name)).map((k) => k.name);
}
