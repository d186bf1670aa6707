/**
 * The next reading of a hybrid clock: the device's own time, but always after anything it has seen.
 * @param nowMs the device's clock, ms since 1970 UTC
 * @param seenAt the latest `at` that the device knows, ISO 8601
 */
export function hybridNow(nowMs: number, seenAt: string | null): string {
  const seen = seenAt === null ? -Infinity : Date.parse(seenAt);
  return new Date(Number.isFinite(seen) ? Math.max(nowMs, seen + 1) : nowMs).toISOString();
}
