import { type Reason, reason } from '../kernel/reason';
import { bindAt, bindPredicate, type Claims } from '../rule/condition';
import type { Known } from '../rule/evaluate';
import { type Dispute, predicateTest } from '../rule';
import type { FactRegistry, PositionKey } from '../vehicle';
import { certainty } from './functionRows';

/** A dispute at a place: what the look finds, and until then whatever the statements say. */
export const claimsOf = (d: Dispute, at: PositionKey, registry: FactRegistry): Claims => ({
  kind: 'claims',
  id: d.id,
  look: bindPredicate(d.settle, at, registry),
  says: d.statements.map((s) => bindAt(s.says, at, registry)),
});

/** Both sides of every dispute whose statements differ for this vehicle, with who says it; settled ones say so. */
export function disputeReasons(
  disputes: readonly Dispute[],
  positions: readonly PositionKey[],
  known: Known,
  registry: FactRegistry,
): readonly Reason[] {
  return disputes.flatMap((d) => {
    const here = positions
      .map((at) => ({
        look: bindPredicate(d.settle, at, registry).ref,
        says: d.statements.map((s) => certainty(bindAt(s.says, at, registry), known, registry)),
      }))
      .filter((h) => h.says.includes('yes') && h.says.includes('no'));
    const first = here[0];
    if (!first) return [];
    const { fact } = predicateTest(d.settle);
    const settled = here.every((h) => known.has(h.look));
    return [
      reason(settled ? 'dispute-settled' : 'dispute-open', { about: d.about, fact, dispute: d.id }),
      ...d.statements.flatMap((s, i) => {
        const is = first.says[i];
        return is === 'yes' || is === 'no'
          ? [
              reason(`statement-${is}`, {
                dispute: d.id,
                source: s.source,
                times: s.times ?? 0,
                ...(s.words ? { why: s.words } : {}),
              }),
            ]
          : [];
      }),
    ];
  });
}
