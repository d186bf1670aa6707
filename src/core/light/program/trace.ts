import { joined, levelIn, type Stretch } from '../waveform';

/** A trace: straight parts that follow one another without a gap over a whole score. */
export type Trace = readonly Stretch[];

/** *Setting*: a supply below this share does not count as live for what a lamp watches. */
export const LIVE_SHARE = 0.05;

/** A time at which a trace goes from dark to lit, with how long it had been dark before; Infinity at the very start. */
export interface Edge {
  readonly us: number;
  readonly darkUs: number;
  /** The first microsecond at which it is dark again. */
  readonly endUs: number;
}

/** The spans in which a trace is lit, each with the dark before it. */
export function litSpans(trace: Trace, above = LIVE_SHARE): readonly Edge[] {
  const spans: Edge[] = [];
  let begun: number | null = null;
  let darkSince = -Infinity;
  const close = (us: number) => {
    if (begun === null) return;
    spans.push({ us: begun, darkUs: begun - darkSince, endUs: us });
    darkSince = us;
    begun = null;
  };
  for (const s of trace) {
    const lit = Math.max(s.from, s.to) > above;
    if (lit && begun === null) begun = s.fromUs;
    if (!lit) close(s.fromUs);
  }
  close(trace.at(-1)?.toUs ?? 0);
  return spans;
}

/** A trace that is 1 in the spans and 0 else, over the span of another. */
export function gateOf(
  spans: readonly { readonly us: number; readonly endUs: number }[],
  over: Trace,
): Trace {
  const [a, b] = [over[0]?.fromUs ?? 0, over.at(-1)?.toUs ?? 0];
  const list: Stretch[] = [];
  const add = (fromUs: number, toUs: number, level: number) =>
    fromUs < toUs && list.push({ fromUs, toUs, from: level, to: level });
  let at = a;
  for (const s of [...spans].sort((x, y) => x.us - y.us)) {
    const [from, to] = [Math.max(at, s.us), Math.min(b, s.endUs)];
    if (to <= from) continue;
    add(at, from, 0);
    add(from, to, 1);
    at = to;
  }
  add(at, b, 0);
  return list;
}

/** A trace times a share in the spans, and as it is outside of them. */
export function scaledIn(trace: Trace, gate: Trace, by: number): Trace {
  const list: Stretch[] = [];
  let j = 0;
  for (const s of trace) {
    let at = s.fromUs;
    while (at < s.toUs) {
      while (gate[j] && (gate[j]?.toUs ?? 0) <= at) j += 1;
      const g = gate[j];
      const to = Math.min(s.toUs, g?.toUs ?? Infinity);
      const share = g && g.from > 0 ? by : 1;
      list.push({ ...s, fromUs: at, toUs: to, from: levelIn(s, at) * share, to: levelIn(s, to) * share });
      at = to;
    }
  }
  return joined(list);
}

/** A trace that goes through the gate where it is open and is dark where it is shut. */
export const through = (trace: Trace, gate: Trace): Trace => scaledIn(trace, inverted(gate), 0);

/** 1 where a trace is 0, and the other way round. */
export const inverted = (gate: Trace): Trace =>
  gate.map((s) => ({ ...s, from: s.from > 0 ? 0 : 1, to: s.to > 0 ? 0 : 1 }));

/**
 * A trace followed no faster than so many ms from dark to full and back: how a filament or a fading driver follows its
 * supply. It begins dark. A supply that is itself on its way is followed for as long as both take: it arrives so much later
 * as the follower takes for that way.
 */
export function followed(trace: Trace, upMs: number, downMs: number): Trace {
  const list: Stretch[] = [];
  let level = 0;
  /** Where a way that is not yet over leads, and when it ends. */
  let way: { readonly to: number; readonly endUs: number } | null = null;
  const slopeUs = (from: number, to: number) => Math.abs(to - from) * (to > from ? upMs : downMs) * 1000;
  for (const s of trace) {
    const end: number =
      s.from !== s.to
        ? s.toUs + Math.round(slopeUs(s.from, s.to))
        : way?.to === s.to
          ? way.endUs
          : s.fromUs + Math.round(slopeUs(level, s.to));
    const mid = Math.min(s.toUs, end);
    const reached: number =
      end <= s.toUs ? s.to : level + ((s.to - level) * (mid - s.fromUs)) / (end - s.fromUs);
    if (mid > s.fromUs) list.push({ ...s, toUs: mid, from: level, to: reached });
    if (mid < s.toUs) list.push({ ...s, fromUs: mid, from: s.to, to: s.to });
    level = mid < s.toUs ? s.to : reached;
    way = end > s.toUs ? { to: s.to, endUs: end } : null;
  }
  return joined(list);
}
