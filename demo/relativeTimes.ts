const RELATIVE = /^-([1-9]\d*)d (\d\d):(\d\d)$/;

/**
 * Turns the demo's times, such as `-3d 09:10` (three days before loading, at ten past nine UTC), into ISO times.
 * Each gets its own milliseconds, so that acts of one minute keep their order.
 */
export function relativeTimes<T>(value: T, now: Date): T {
  let count = 0;
  const walk = (v: unknown): unknown => {
    if (Array.isArray(v)) return v.map(walk);
    if (v !== null && typeof v === 'object')
      return Object.fromEntries(Object.entries(v).map(([k, x]) => [k, walk(x)]));
    const match = typeof v === 'string' ? RELATIVE.exec(v) : null;
    if (!match) return v;
    const [, days, hours, minutes] = match.map(Number) as [number, number, number, number];
    const at = new Date(now);
    at.setUTCHours(hours, minutes, 0, (count += 1) % 1000);
    at.setUTCDate(at.getUTCDate() - days);
    return at.toISOString();
  };
  return walk(value) as T;
}
