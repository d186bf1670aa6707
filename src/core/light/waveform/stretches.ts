import { higher, joined, levelIn, lower } from './combine';
import type { Piece, Stretch, Waveform } from './types';

/**
 * A waveform as straight parts that follow one another from `fromUs` to `toUs` without a gap, neighbours that are alike
 * as one.
 * @throws RangeError for times that are no whole microseconds or run backwards, and a period that is not above 0
 */
export function stretches(w: Waveform, fromUs: number, toUs: number): readonly Stretch[] {
  if (!Number.isInteger(fromUs) || !Number.isInteger(toUs) || toUs < fromUs)
    throw new RangeError(`No span of time: ${fromUs} to ${toUs} µs`);
  return fromUs === toUs ? [] : joined(parts(w, fromUs, toUs));
}

function parts(w: Waveform, a: number, b: number): readonly Stretch[] {
  switch (w.kind) {
    case 'steady':
      return [
        { fromUs: a, toUs: b, from: w.level, to: w.level, ...(w.carrier ? { carrier: w.carrier } : {}) },
      ];
    case 'once':
      return within([...laid(w.pieces, 0), endless(w.pieces, w.then)], a, b);
    case 'periodic':
      return within(turns(w, a, b), a, b);
    case 'gate':
      return lower(parts(w.of[0], a, b), parts(w.of[1], a, b));
    case 'max':
      return higher(parts(w.of[0], a, b), parts(w.of[1], a, b));
    case 'scale':
      return parts(w.of, a, b).map((s) => ({ ...s, from: s.from * w.by, to: s.to * w.by }));
    case 'delay': {
      const d = Math.round(w.byUs);
      const dark: Stretch[] = a < d ? [{ fromUs: a, toUs: Math.min(b, d), from: 0, to: 0 }] : [];
      if (b <= d) return dark;
      const later = parts(w.of, Math.max(0, a - d), b - d);
      return [...dark, ...later.map((s) => ({ ...s, fromUs: s.fromUs + d, toUs: s.toUs + d }))];
    }
    case 'hold':
      return within(held(parts(w.of, Math.max(0, a - Math.round(w.forUs)), b), Math.round(w.forUs)), a, b);
  }
}

/** Pieces one after another; edges are rounded, lengths are not, so that nothing adds up. */
function laid(pieces: readonly Piece[], start: number): readonly Stretch[] {
  let at = start;
  return pieces.flatMap((p) => {
    const fromUs = Math.round(at);
    at += p.durationUs;
    const toUs = Math.round(at);
    if (toUs <= fromUs) return [];
    const carrier = p.carrier ? { carrier: p.carrier } : {};
    return [{ fromUs, toUs, from: p.level, to: p.to ?? p.level, ...carrier }];
  });
}

const lengthOf = (pieces: readonly Piece[]): number => pieces.reduce((sum, p) => sum + p.durationUs, 0);

const endless = (pieces: readonly Piece[], level: number): Stretch => ({
  fromUs: Math.round(lengthOf(pieces)),
  toUs: Infinity,
  from: level,
  to: level,
});

function turns(w: Extract<Waveform, { kind: 'periodic' }>, a: number, b: number): readonly Stretch[] {
  if (!(w.periodUs > 0)) throw new RangeError(`No period: ${w.periodUs} µs`);
  const first = Math.floor((a - w.phaseUs) / w.periodUs) - 1;
  const last = Math.ceil((b - w.phaseUs) / w.periodUs) + 1;
  const list: Stretch[] = [];
  for (let k = first; k <= last; k += 1) {
    const start = w.phaseUs + k * w.periodUs;
    const [from, to] = [Math.round(start), Math.round(start + w.periodUs)];
    const inside = laid(w.pieces, start).flatMap((s) => cut(s, from, to));
    const end = inside.at(-1)?.toUs ?? from;
    list.push(...inside, ...(end < to ? [{ fromUs: end, toUs: to, from: 0, to: 0 }] : []));
  }
  return list;
}

/** What of a straight part lies between two times. */
export function cut(s: Stretch, a: number, b: number): readonly Stretch[] {
  const [fromUs, toUs] = [Math.max(a, s.fromUs), Math.min(b, s.toUs)];
  return fromUs < toUs ? [{ ...s, fromUs, toUs, from: levelIn(s, fromUs), to: levelIn(s, toUs) }] : [];
}

const within = (list: readonly Stretch[], a: number, b: number) => list.flatMap((s) => cut(s, a, b));

/** The highest of the last `us` microseconds: each part goes on with its highest level until it is too long ago. */
function held(list: readonly Stretch[], us: number): readonly Stretch[] {
  if (us <= 0 || list.length === 0) return list;
  const begin = list[0]?.fromUs ?? 0;
  const end = (list.at(-1)?.toUs ?? 0) + us;
  const dark = (fromUs: number, toUs: number): readonly Stretch[] =>
    fromUs < toUs ? [{ fromUs, toUs, from: 0, to: 0 }] : [];
  return list.reduce<readonly Stretch[]>(
    (all, s) => {
      const rising = s.to >= s.from;
      const own: readonly Stretch[] = rising
        ? [s, { ...s, fromUs: s.toUs, toUs: s.toUs + us, from: s.to }]
        : [
            { ...s, toUs: s.fromUs + us, to: s.from },
            { ...s, fromUs: s.fromUs + us, toUs: s.toUs + us },
          ];
      return higher(all, [...dark(begin, s.fromUs), ...own, ...dark(s.toUs + us, end)]);
    },
    dark(begin, end),
  );
}
