import { seededRandom } from '../../kernel/seededRandom';
import { factRegistry, type FactValue } from '../../vehicle';
import { type JudgeContext, judge, type Judgement } from '../judge';
import { planSwap } from '../shortlist';
import { swapLooks } from '../swapLooks';
import { type Outcome, outcomeIn, type World, worldsOf } from './bruteForce';
import { DOMAINS, type FitCase, randomCase } from './randomCase';

/** How many cases were tried, and those in which a law did not hold, by the law's name. */
export interface LawCount {
  readonly cases: number;
  /** Cases with more worlds than can be tried. */
  readonly skipped: number;
  readonly broken: Readonly<Record<string, readonly number[]>>;
}

const MOST_WORLDS = 1000;

const verdictOf = (ranks: readonly number[]): Judgement['verdict'] => {
  const [lo, hi] = [Math.min(...ranks), Math.max(...ranks)];
  if (hi === 0) return 'does-not-fit';
  if (lo === 0) return 'check-first';
  return lo === 1 ? 'fits-with-parts' : 'fits';
};

function context(c: FitCase, known: ReadonlyMap<string, FactValue>): JudgeContext {
  return { known, registry: factRegistry(c.keys), profiles: c.profiles, parts: new Map() };
}

/** A case judged by the program, with other facts known than its own where they are given. */
export function judgedCase(c: FitCase, known = c.known): Judgement {
  const lamps = new Map(c.lamps.map((l) => [l.id, l]));
  const plan = planSwap(c.application, c.family, c.positions, lamps);
  if (!plan) throw new Error('the case has no swap');
  return judge(plan, context(c, known));
}

/** Tries the laws of a verdict on one case. @returns names of the laws that do not hold; null: too many worlds */
export function brokenLaws(c: FitCase, lean = false): readonly string[] | null {
  const worlds = worldsOf(c, MOST_WORLDS);
  if (!worlds) return null;
  const outcomes = worlds.map((w) => outcomeIn(c, w));
  const verdict = verdictOf(outcomes.map((o) => o.rank));
  const j = judgedCase(c);
  const broken = new Set<string>();
  const law = (name: string, holds: boolean) => !holds && broken.add(name);
  law('verdict', j.verdict === verdict);
  if (j.verdict !== verdict || !j.exact) return [...broken];
  const brute = (known: ReadonlyMap<string, FactValue>): Judgement['verdict'] | null => {
    const other = { ...c, known };
    const list = worldsOf(other, MOST_WORLDS * 4);
    return list && verdictOf(list.map((w) => outcomeIn(other, w).rank));
  };
  if (verdict !== 'check-first') {
    const alone = new Map([...c.known].filter(([ref]) => j.because.includes(ref)));
    const sufficient = brute(alone);
    law('because is sufficient', sufficient === null || sufficient === verdict);
    for (const ref of j.because) {
      const without = new Map(alone);
      without.delete(ref);
      const left = brute(without);
      law('because is minimal', left === null || left !== verdict);
    }
    law('because names something', j.reasons.length > 0);
    const wrong = {
      fits: ['leaf-unmet', 'leaf-mended', 'lost-and-required'],
      'fits-with-parts': ['leaf-unmet', 'lost-and-required'],
      'does-not-fit': ['leaf-met', 'leaf-mended', 'lost-but-supplied'],
    }[verdict];
    law('because names only what fits', !j.reasons.some((r) => wrong.includes(r.code)));
    for (const change of j.wouldChange)
      for (const value of meant(change)) {
        const there = brute(new Map(c.known).set(change.ref, value));
        law('what would change does', there === null || (there === change.verdict && there !== verdict));
      }
  }
  if (verdict !== 'does-not-fit') partLaws(c, worlds, outcomes, j, law);
  if (verdict === 'check-first')
    law(
      'open facts decide',
      sameSet(
        j.openFacts,
        deciding(c, worlds, outcomes, (o) => o.rank),
      ),
    );
  if (!lean) lookLaws(c, worlds, outcomes, law);
  return [...broken];
}

/** The values that a line of what would change speaks of, among those that the fact can have. */
function meant({ ref, to }: Judgement['wouldChange'][number]): readonly FactValue[] {
  if (to.kind === 'value') return [to.value];
  if (to.kind === 'other') return [];
  const values = DOMAINS[ref.split('@')[0] ?? ''] ?? [];
  return values.filter(
    (v): v is number => typeof v === 'number' && v >= (to.from ?? -Infinity) && v <= (to.to ?? Infinity),
  );
}

function partLaws(
  c: FitCase,
  worlds: readonly World[],
  outcomes: readonly Outcome[],
  j: Judgement,
  law: (name: string, holds: boolean) => unknown,
): void {
  const good = outcomes.filter((o) => o.rank > 0);
  const names = [...new Set([...good.flatMap((o) => [...o.pieces.keys()]), ...j.parts.map((p) => p.part)])];
  for (const part of names) {
    const counts = good.map((o) => o.pieces.get(part) ?? 0);
    const said = (certain: boolean) =>
      j.parts.filter((p) => p.part === part && p.certain === certain).reduce((n, p) => n + p.quantity, 0);
    law('certain parts', said(true) === Math.min(...counts));
    law('perhaps parts', said(true) + said(false) === Math.max(...counts));
    const perhaps = j.parts.find((p) => p.part === part && !p.certain);
    if (perhaps) {
      const facts = deciding(c, worlds, outcomes, (o) => (o.rank === 0 ? null : (o.pieces.get(part) ?? 0)));
      law('open facts of a part', sameSet(perhaps.open, facts));
    }
  }
  const minutes = good.map((o) => o.minutes);
  law(
    'minutes',
    j.minutes.low === c.application.minutesLow + Math.min(...minutes) &&
      j.minutes.high === c.application.minutesHigh + Math.max(...minutes),
  );
}

/** Facts that alone change something between two worlds; an open dispute by the fact that its look is at. */
function deciding(
  c: FitCase,
  worlds: readonly World[],
  outcomes: readonly Outcome[],
  of: (o: Outcome) => number | null,
): ReadonlySet<string> {
  const text = (w: World, but: string) =>
    JSON.stringify([
      [...w.values].filter(([ref]) => ref !== but),
      [...w.claims].filter(([key]) => key !== but),
    ]);
  const found = new Set<string>();
  const first = worlds[0];
  for (const ref of [...(first?.values.keys() ?? []), ...(first?.claims.keys() ?? [])]) {
    const groups = new Map<string, Set<number>>();
    worlds.forEach((w, i) => {
      const value = of(outcomes[i] as Outcome);
      if (value === null) return;
      const key = text(w, ref);
      groups.set(key, (groups.get(key) ?? new Set()).add(value));
    });
    if ([...groups.values()].some((g) => g.size > 1)) found.add(askedBy(c, ref));
  }
  return found;
}

function askedBy(c: FitCase, ref: string): string {
  const [id, at] = ref.split('@');
  const dispute = c.application.disputes?.find((d) => d.id === id);
  if (!dispute) return ref;
  return `${'fact' in dispute.settle ? dispute.settle.fact : ''}@${at === '' ? 'vehicle' : at}`;
}

function lookLaws(
  c: FitCase,
  worlds: readonly World[],
  outcomes: readonly Outcome[],
  law: (name: string, holds: boolean) => unknown,
): void {
  const plan = swapLooks({
    applications: [c.application],
    family: c.family,
    positions: c.positions,
    lamps: new Map(c.lamps.map((l) => [l.id, l])),
    wishes: [],
    aim: 'settle-all',
    untold: new Set(),
    context: context(c, c.known),
  });
  const decide = deciding(c, worlds, outcomes, (o) => Math.min(1, o.rank));
  const open = verdictOf(outcomes.map((o) => o.rank)) === 'check-first';
  law('looks are listed while it is open', plan.looks.length > 0 === (open && decide.size > 0));
  law(
    'every look decides something',
    plan.looks.every((l) => l.facts.some((f) => decide.has(f))),
  );
  law(
    'every deciding fact is asked',
    !open || [...decide].every((f) => plan.looks.some((l) => l.facts.includes(f))),
  );
}

const sameSet = (a: readonly string[], b: ReadonlySet<string>): boolean =>
  a.length === b.size && a.every((x) => b.has(x));

/** Tries the laws on many cases. @param seed the first; each case has its own, so that one can be looked at again */
export function tryFitLaws(cases: number, seed: number): LawCount {
  const broken: Record<string, number[]> = {};
  let skipped = 0;
  for (let i = 0; i < cases; i += 1) {
    const found = brokenLaws(randomCase(seededRandom(seed + i)));
    if (!found) skipped += 1;
    else for (const name of found) (broken[name] ??= []).push(seed + i);
  }
  return { cases: cases - skipped, skipped, broken };
}
