import { compareText } from '../../kernel/reason';
import { factRegistry } from '../../vehicle';
import type { Application } from '../types';
import { aloneSide, type Found, type LintSource, missingMends, ruleFindings } from './applications';
import type { LintFinding } from './lintFinding';
import { lampFindings } from './lamps';
import { harnessFindings } from './plugs';
import { groupFindings } from './years';

/**
 * Looks through a catalogue, a step at a time so that it can be shown and stopped: yields how many applications are
 * done, returns the findings in a fixed order.
 * @param every applications between two steps
 */
export function* lintShelf(shelf: LintSource, every = 500): Generator<number, readonly LintFinding[], void> {
  const registry = factRegistry(shelf.factKeys);
  const lamps = new Map(shelf.lamps.map((l) => [l.id, l]));
  const families = new Map(shelf.families.map((f) => [f.id, f]));
  const parts = new Set(shelf.parts.map((p) => p.id));
  const found: LintFinding[] = [];
  const groups = new Map<string, Application[]>();
  const alike: Found = { rules: new Map(), lacks: new Map(), texts: new Map() };
  let done = 0;
  for (const app of shelf.applications) {
    for (const family of app.families) {
      const key = `${family}|${app.role}|${app.end}|${Object.values(app.lamps).sort().join()}`;
      const list = groups.get(key);
      if (list) list.push(app);
      else groups.set(key, [app]);
    }
    found.push(
      ...aloneSide(app, families),
      ...ruleFindings(app, families, lamps, shelf, registry, alike),
      ...missingMends(app, parts),
    );
    done += 1;
    if (done % every === 0) yield done;
  }
  for (const [key, list] of groups) found.push(...groupFindings(key.split('|')[0] ?? '', list));
  found.push(...harnessFindings(shelf), ...lampFindings(shelf.lamps));
  yield done;
  return found.sort(
    (a, b) =>
      compareText(a.severity, b.severity) ||
      compareText(a.code, b.code) ||
      compareText(a.rows[0]?.id ?? '', b.rows[0]?.id ?? ''),
  );
}
