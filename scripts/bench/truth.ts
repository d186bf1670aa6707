import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { answer } from '@/core/ask';
import { EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import { seededRandom } from '@/core/kernel/seededRandom';
import type { Rule } from '@/core/rule';
import { openFacts } from '@/core/rule/because';
import { bindRule } from '@/core/rule/condition';
import { evaluate, prepare } from '@/core/rule/evaluate';
import { needsOf } from '@/core/rule/needs';
import { type FactKey, factRegistry } from '@/core/vehicle';
import { readCase } from '@/formats/ask';
import { readShelfFile } from '@/formats/shelf';
import { measured, type Row } from './measure';

const FACTS = 12;
const isChoice = (i: number) => i % 3 === 0;
const LETTERS = ['a', 'b', 'c'];
const KEYS: readonly FactKey[] = Array.from({ length: FACTS }, (_, i) => ({
  id: `f${i}`,
  subject: 'vehicle',
  type: isChoice(i) ? { kind: 'choice', values: LETTERS } : { kind: 'yes-no' },
  sources: ['seen'],
}));

/** A rule of 27 tests, three levels deep, over twelve facts, a quarter of them mendable. */
function ruleAtTheLimit(seed: number): Rule {
  const random = seededRandom(seed);
  const below = (n: number) => Math.floor(random() * n);
  let ids = 0;
  const leaf = (): Rule => {
    const i = below(FACTS);
    const mend = {
      parts: [{ part: `x${below(4)}`, quantity: 1, per: 'set' as const }],
      minutes: 1 + below(9),
    };
    ids += 1;
    return {
      op: 'equals',
      id: `p${ids}`,
      fact: `f${i}`,
      value: isChoice(i) ? (LETTERS[below(3)] ?? 'a') : below(2) === 0,
      ...(below(4) === 0 ? { mends: [mend] } : {}),
    };
  };
  const tree = (depth: number): Rule =>
    depth === 0
      ? leaf()
      : { op: below(2) === 0 ? 'all' : 'any', of: [tree(depth - 1), tree(depth - 1), tree(depth - 1)] };
  return tree(3);
}

const CASE = 'docs/formats/cases/fit.json';

/** A fit as another program asks it, within this process. */
function askedFit(): void {
  const besides = (file: string | undefined): Shelf => {
    if (file === undefined) return EMPTY_SHELF;
    const read = readShelfFile(readFileSync(`docs/formats/cases/${file}`, 'utf8'));
    if (read.kind !== 'shelf') throw new Error(file);
    return read.rows;
  };
  const read = readCase(readFileSync(CASE, 'utf8'), besides);
  if (read.kind !== 'case' || answer(read.case).kind === 'faults') throw new Error(CASE);
}

/** The bars of the rules and of `ask`. */
export async function benchTruth(): Promise<readonly Row[]> {
  const registry = factRegistry(KEYS);
  const rules = Array.from({ length: 200 }, (_, i) =>
    prepare(bindRule(ruleAtTheLimit(i + 1), ['vehicle'], registry), registry),
  );
  const none = new Map();
  const of = (i: number) => rules[Math.abs(i) % rules.length] ?? rules[0]!;
  const size = '12 unknown facts, 27 tests';
  return [
    await measured('rule: verdict', size, rules.length, (i) => evaluate(of(i), none)),
    await measured('rule: facts that are open', size, rules.length, (i) => openFacts(of(i), none)),
    await measured('rule: parts, certain and perhaps', size, rules.length, (i) =>
      needsOf(of(i), none, ['left']),
    ),
    await measured('ask: fit', 'the example, demo shelf', 10, askedFit),
    await measured('ask: fit, through npm', 'the example, demo shelf', 5, () =>
      execFileSync('npm', ['run', '--silent', 'ask', '--', CASE], { stdio: 'ignore' }),
    ),
  ];
}
