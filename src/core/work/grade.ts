import type { WorkStep } from './placed';

/** How hard a job is, in five words. */
export const GRADES = ['plain', 'usual', 'careful', 'hard', 'daunting'] as const;
export type Grade = (typeof GRADES)[number];

/** What a grade is made from, each with what it adds. */
export interface GradeReason {
  readonly code: 'minutes' | 'depth' | 'fragile' | 'lasting' | 'by-hand';
  /** Minutes, steps over the lamp, fragile things, lasting changes, joints made by hand. */
  readonly value: number;
  readonly points: number;
}

/** *Settings*: from which value on each counts one more. */
const STEPS_OF: Readonly<Record<GradeReason['code'], readonly number[]>> = {
  minutes: [30, 75, 150, 300],
  depth: [3, 6, 10],
  fragile: [1, 4],
  lasting: [1, 1, 3],
  'by-hand': [1, 3],
};
/** *Settings*: from how many on it is the next word. */
const WORDS_FROM = [2, 4, 7, 10] as const;

/** The grade of some work, with the reasons that make it. */
export interface Graded {
  readonly grade: Grade;
  readonly points: number;
  /** Those that count, the weightiest first. */
  readonly reasons: readonly GradeReason[];
}

/**
 * Grades the work on some lamps by how long it takes, how deep the lamps lie, what may break, what stays for good and what
 * is joined by hand.
 * @param out the way out; @param minutes out and back, half of such jobs
 * @param byHand joints that are made by hand
 */
export function gradeOf(out: readonly WorkStep[], minutes: number, byHand: number): Graded {
  const values: Readonly<Record<GradeReason['code'], number>> = {
    minutes,
    depth: depthOf(out),
    fragile: out.reduce((n, s) => n + (s.step.fragile?.length ?? 0) + clipsOf(s), 0),
    lasting: out.filter((s) => s.step.kind === 'lasting-change').length,
    'by-hand': byHand,
  };
  const reasons = (Object.keys(values) as GradeReason['code'][])
    .map((code) => ({
      code,
      value: values[code],
      points: STEPS_OF[code].filter((from) => values[code] >= from).length,
    }))
    .filter((r) => r.points > 0)
    .sort((a, b) => b.points - a.points);
  const points = reasons.reduce((n, r) => n + r.points, 0);
  const at = WORDS_FROM.filter((from) => points >= from).length;
  return { grade: GRADES[at] ?? 'daunting', points, reasons };
}

/** Groups of clips that only go back if they are sound: each is a fragile thing. */
const clipsOf = (s: WorkStep): number =>
  (s.step.fasteners ?? []).filter((g) => g.reuse === 'if-sound').length;

/** The most steps that stand one over the other before a lamp is out. */
function depthOf(out: readonly WorkStep[]): number {
  const byId = new Map(out.map((s) => [s.id, s]));
  const known = new Map<string, number>();
  const depth = (id: string): number => {
    const found = known.get(id);
    if (found !== undefined) return found;
    known.set(id, 0);
    const s = byId.get(id);
    const made = s ? 1 + Math.max(0, ...s.after.map(depth)) : 0;
    known.set(id, made);
    return made;
  };
  return Math.max(0, ...out.filter((s) => s.step.lampOut).map((s) => depth(s.id) - 1));
}
