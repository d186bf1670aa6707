import { compareText } from '../../kernel/reason';
import { traitsOf } from '../../light/program/traits';
import type { Lamp } from '../types';
import type { LintFinding } from './lintFinding';

/**
 * Lamps whose row says what its program does not do, or does not say what it does; and, where the shelf has programs at
 * all, those that have none.
 */
export function lampFindings(lamps: readonly Lamp[]): readonly LintFinding[] {
  const any = lamps.some((l) => l.program);
  return lamps.flatMap((lamp): readonly LintFinding[] => {
    const rows = [{ kind: 'lamp' as const, id: lamp.id }];
    if (!lamp.program) return any ? [{ code: 'program-missing', severity: 'note', rows, facts: {} }] : [];
    const does = traitsOf(lamp);
    const differ = [
      ...lamp.traits.filter((t) => !does.includes(t)),
      ...does.filter((t) => !lamp.traits.includes(t)),
    ].sort(compareText);
    return [...new Set(differ)].map((trait) => ({
      code: 'traits-differ' as const,
      severity: 'note' as const,
      rows,
      facts: { trait },
    }));
  });
}
