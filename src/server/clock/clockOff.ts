/** How far the clock of somebody's device was from the server's when it was heard, ms; positive: the device is ahead. */
export interface HeardClock {
  /** Who was signed in there: one person with several devices is one witness. */
  readonly who: string;
  readonly offMs: number;
}

/** *Settings*: witnesses that it takes, and how close to one another they have to be, ms. */
const WITNESSES = 2;
const AGREE_MS = 10 * 60_000;
const MOST_OF = 2 / 3;

/**
 * What the clocks of several people's devices say together of the server's own: how far it is off, ms, to be added to it.
 * null: too few were heard, or they do not agree with one another. Devices differ by minutes and each may be wrong; that
 * several are wrong by the same is the server's fault.
 */
export function clockOff(heard: readonly HeardClock[]): number | null {
  const byWho = new Map(heard.map((h) => [h.who, h.offMs]));
  const offs = [...byWho.values()].sort((a, b) => a - b);
  if (offs.length < WITNESSES) return null;
  const median = offs[Math.floor((offs.length - 1) / 2)] ?? 0;
  const close = offs.filter((o) => Math.abs(o - median) <= AGREE_MS);
  return close.length >= Math.max(WITNESSES, offs.length * MOST_OF) ? median : null;
}
