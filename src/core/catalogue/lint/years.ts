import { compareText } from '../../kernel/reason';
import { predicateTest, type Rule } from '../../rule';
import type { Application } from '../types';
import { demanded } from './demanded';
import { application, type LintFinding } from './lintFinding';

interface Years {
  readonly app: Application;
  readonly from: number;
  readonly to: number;
}

/** Several statements about one lamp in one vehicle line: years that overlap or leave a gap, plugs that differ. */
export function groupFindings(family: string, list: readonly Application[]): readonly LintFinding[] {
  if (list.length < 2) return [];
  const years = list
    .map((app): Years => ({ app, ...yearsOf(app.rule) }))
    .sort((a, b) => a.from - b.from || compareText(a.app.id, b.app.id));
  const found: LintFinding[] = [];
  let last = years[0];
  for (const next of years.slice(1)) {
    if (!last) break;
    const rows = [application(last.app), application(next.app)];
    if (next.from <= last.to) {
      const [one, other] = [plugOf(last.app.rule), plugOf(next.app.rule)];
      if (one && other && one !== other)
        found.push({ code: 'plugs-differ', severity: 'fault', rows, facts: { family, plugs: [one, other] } });
      found.push({
        code: 'years-overlap',
        severity: 'note',
        rows,
        facts: { family, from: next.from, to: Math.min(last.to, next.to) },
      });
    } else if (next.from > last.to + 1)
      found.push({
        code: 'years-gap',
        severity: 'note',
        rows,
        facts: { family, from: last.to + 1, to: next.from - 1 },
      });
    if (next.to > last.to) last = next;
  }
  return found;
}

const FIRST_YEAR = 1900;
const LAST_YEAR = 2100;

function yearsOf(rule: Rule): { from: number; to: number } {
  const years = demanded(rule).flatMap((p) => {
    const { fact, accepts } = predicateTest(p);
    return fact === 'model-year' && accepts.kind === 'range' ? [accepts] : [];
  });
  return {
    from: Math.max(FIRST_YEAR, ...years.map((y) => y.from)),
    to: Math.min(LAST_YEAR, ...years.map((y) => y.to)),
  };
}

function plugOf(rule: Rule): string | undefined {
  return demanded(rule).flatMap((p) => (p.op === 'plug-family' ? [p.family] : []))[0];
}
