import { clockOff } from './clockOff';

/**
 * *Settings*: a difference that is told to leads, ms; one from which on the devices are believed instead, ms; how long a
 * device that was heard counts, ms; people that are remembered.
 */
const TOLD_MS = 15 * 60_000;
const BELIEVED_MS = 6 * 3_600_000;
const COUNTS_MS = 12 * 3_600_000;
const MOST = 500;

interface Heard {
  readonly offMs: number;
  /** By the clock that nobody sets, ms. */
  readonly atMs: number;
}

/** Next keeps several copies of a module in one process; what was heard is heard once. */
const HELD = Symbol.for('yonder-bolt.clocks');
const held = globalThis as unknown as { [HELD]?: Map<string, Heard> };
const clocks = (): Map<string, Heard> => (held[HELD] ??= new Map<string, Heard>());

/** Notes what a device's own clock said when its request came; what is no time is passed over. */
export function hearClock(
  who: string,
  deviceMs: unknown,
  nowMs = Date.now(),
  monoMs = performance.now(),
): void {
  if (typeof deviceMs !== 'number' || !Number.isFinite(deviceMs)) return;
  const heard = clocks();
  heard.delete(who);
  heard.set(who, { offMs: deviceMs - nowMs, atMs: monoMs });
  for (const [first] of heard) {
    if (heard.size <= MOST) break;
    heard.delete(first);
  }
}

function offNow(monoMs: number): number | null {
  return clockOff(
    [...clocks()].filter(([, h]) => monoMs - h.atMs < COUNTS_MS).map(([who, h]) => ({ who, offMs: h.offMs })),
  );
}

/**
 * What time it is for entries. It is the server's clock; where the devices of several people agree that it is off by hours
 * or days, theirs: a server that came up in another week neither believes itself nor holds what comes after.
 */
export function serverNow(nowMs = Date.now(), monoMs = performance.now()): Date {
  const off = offNow(monoMs);
  return new Date(off !== null && Math.abs(off) >= BELIEVED_MS ? nowMs + off : nowMs);
}

/** How far this server's clock is off by what the devices say, ms, where that is worth telling; null: it is not. */
export function clockDoubt(monoMs = performance.now()): number | null {
  const off = offNow(monoMs);
  return off !== null && Math.abs(off) >= TOLD_MS ? -off : null;
}

/** Forgets what was heard; for tests. */
export const forgetClocks = (): void => clocks().clear();
