/** A moment at which somebody recorded something at a vehicle. */
export interface ClockMark {
  /** ISO 8601. */
  readonly at: string;
  /** Person and device: two clocks are never held against one another. */
  readonly who: string;
  /** `other`: work that is no step ends here: a test, a reading. */
  readonly kind: 'tick' | 'paused' | 'resumed' | 'other';
  /** The step that was ticked. */
  readonly step?: string;
  /** What the sheet says it takes, minutes. */
  readonly sheetMin?: number;
}

/** *Settings*: a time is believed from this share of the sheet's up to so many times it. */
const BELIEVED = { from: 0.1, to: 10 } as const;

/**
 * What steps took: from what one person recorded on one device before, to the tick, with pauses taken out. Steps that
 * were ticked in one go after the work, and what lies far outside the sheet's minutes, are not times of steps.
 * @returns minutes by step, in the order of the ticks; @param marks of one job, in any order
 */
export function timings(
  marks: readonly ClockMark[],
): readonly { readonly step: string; readonly minutes: number }[] {
  const byWho = new Map<string, ClockMark[]>();
  for (const m of marks) byWho.set(m.who, [...(byWho.get(m.who) ?? []), m]);
  return [...byWho.keys()].sort().flatMap((who) => timesOfOne(byWho.get(who) ?? []));
}

/** How long somebody has been at what they are at. */
export interface RunningClock {
  /** Since when the hands are at work, ms; null: nobody knows. */
  readonly sinceMs: number | null;
  /** Worked before the last pause, ms. */
  readonly beforeMs: number;
  readonly paused: boolean;
}
const STANDING: RunningClock = { sinceMs: null, beforeMs: 0, paused: false };

const inTime = (marks: readonly ClockMark[]): readonly ClockMark[] =>
  [...marks].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));

/** The clock after one more mark. */
function after(c: RunningClock, m: ClockMark): RunningClock {
  const now = Date.parse(m.at);
  if (m.kind === 'paused') {
    const worked = c.sinceMs !== null && !c.paused ? now - c.sinceMs : 0;
    return { ...c, beforeMs: c.beforeMs + worked, paused: true };
  }
  // Gone on without a mark of before: the step's first part is not known.
  if (m.kind === 'resumed') return { sinceMs: now, beforeMs: c.paused ? c.beforeMs : 0, paused: false };
  return { sinceMs: now, beforeMs: 0, paused: false };
}

/** The clock of one person on one device as it stands after some marks. */
export const runningClock = (marks: readonly ClockMark[]): RunningClock =>
  inTime(marks).reduce(after, STANDING);

function timesOfOne(marks: readonly ClockMark[]) {
  let clock = STANDING;
  const times: { step: string; minutes: number; sheetMin: number }[] = [];
  for (const m of inTime(marks)) {
    if (m.kind === 'tick' && m.step !== undefined) {
      // A tick in a pause that nobody ended: how long the hands were at it is not known.
      const known = clock.sinceMs !== null && !clock.paused;
      const ms = known ? clock.beforeMs + Date.parse(m.at) - (clock.sinceMs ?? 0) : Infinity;
      times.push({ step: m.step, minutes: ms / 60_000, sheetMin: m.sheetMin ?? 0 });
    }
    clock = after(clock, m);
  }
  const short = (t: { minutes: number; sheetMin: number } | undefined) =>
    t !== undefined && t.minutes < t.sheetMin * BELIEVED.from;
  return times
    .filter(
      // The first of a run that was ticked in one go holds the time of all of them.
      (t, i) => t.sheetMin > 0 && !short(t) && !short(times[i + 1]) && t.minutes <= t.sheetMin * BELIEVED.to,
    )
    .map(({ step, minutes }) => ({ step, minutes }));
}
