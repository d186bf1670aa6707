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

function timesOfOne(marks: readonly ClockMark[]) {
  const list = [...marks].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  /** Since when the hands are at work; null: nobody knows. */
  let since: number | null = null;
  /** Worked before the pause, ms. */
  let before = 0;
  let paused = false;
  const times: { step: string; minutes: number; sheetMin: number }[] = [];
  for (const m of list) {
    const now = Date.parse(m.at);
    if (m.kind === 'paused') {
      if (since !== null && !paused) before += now - since;
      paused = true;
      continue;
    }
    if (m.kind === 'resumed') {
      // Gone on without a mark of before: the step's first part is not known.
      if (!paused) before = 0;
      [since, paused] = [now, false];
      continue;
    }
    // A tick in a pause that nobody ended: how long the hands were at it is not known.
    const minutes = since === null || paused ? null : (before + now - since) / 60_000;
    if (m.kind === 'tick' && m.step !== undefined)
      times.push({ step: m.step, minutes: minutes ?? Infinity, sheetMin: m.sheetMin ?? 0 });
    [since, before, paused] = [now, 0, false];
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
