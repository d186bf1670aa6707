import type { Carrier, Stretch } from './types';

/** The lower of two lists of parts over one span; both without gaps. */
export const lower = (a: readonly Stretch[], b: readonly Stretch[]): readonly Stretch[] => merged(a, b, -1);
/** The higher of two lists of parts over one span. */
export const higher = (a: readonly Stretch[], b: readonly Stretch[]): readonly Stretch[] => merged(a, b, 1);

/** The level of a straight part at a time in it. */
export const levelIn = (s: Stretch, us: number): number =>
  s.from === s.to ? s.from : s.from + ((s.to - s.from) * (us - s.fromUs)) / (s.toUs - s.fromUs);

/** @param sign 1: the higher, −1: the lower */
function merged(a: readonly Stretch[], b: readonly Stretch[], sign: 1 | -1): readonly Stretch[] {
  const list: Stretch[] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    const [s, u] = [a[i], b[j]];
    if (!s || !u) break;
    const from = Math.max(s.fromUs, u.fromUs);
    const to = Math.min(s.toUs, u.toUs);
    if (from < to) list.push(...over(s, u, from, to, sign));
    if (s.toUs <= u.toUs) i += 1;
    if (u.toUs <= s.toUs) j += 1;
  }
  return joined(list);
}

/** Two straight parts over one span: where they cross, the other one goes on. */
function over(s: Stretch, u: Stretch, from: number, to: number, sign: 1 | -1): readonly Stretch[] {
  const [s0, s1, u0, u1] = [levelIn(s, from), levelIn(s, to), levelIn(u, from), levelIn(u, to)];
  const [d0, d1] = [(s0 - u0) * sign, (s1 - u1) * sign];
  const one = (
    fromUs: number,
    toUs: number,
    a: number,
    b: number,
    carrier: Carrier | undefined,
  ): Stretch => ({
    fromUs,
    toUs,
    from: a,
    to: b,
    ...(carrier ? { carrier } : {}),
  });
  if (d0 === 0 && d1 === 0) return [one(from, to, s0, s1, less(s.carrier, u.carrier))];
  if (d0 >= 0 && d1 >= 0) return [one(from, to, s0, s1, s.carrier)];
  if (d0 <= 0 && d1 <= 0) return [one(from, to, u0, u1, u.carrier)];
  const cross = Math.round(from + ((to - from) * d0) / (d0 - d1));
  const [first, second] = d0 > 0 ? [s, u] : [u, s];
  const level = levelIn(first, cross);
  return [
    ...(cross > from ? [one(from, cross, levelIn(first, from), level, first.carrier)] : []),
    ...(cross < to ? [one(cross, to, level, levelIn(second, to), second.carrier)] : []),
  ];
}

/** Of two that are switched, the one that lets less through, whichever comes first. */
function less(a: Carrier | undefined, b: Carrier | undefined): Carrier | undefined {
  if (!a || !b) return a ?? b;
  return a.duty < b.duty || (a.duty === b.duty && a.hz <= b.hz) ? a : b;
}

const alike = (a: Carrier | undefined, b: Carrier | undefined) => a?.duty === b?.duty && a?.hz === b?.hz;

/** Neighbours on one level as one part. */
export function joined(list: readonly Stretch[]): readonly Stretch[] {
  const out: Stretch[] = [];
  for (const s of list) {
    const last = out.at(-1);
    const level = last && last.from === last.to && s.from === s.to && last.to === s.from;
    if (last && level && last.toUs === s.fromUs && alike(last.carrier, s.carrier))
      out[out.length - 1] = { ...last, toUs: s.toUs };
    else out.push(s);
  }
  return out;
}
