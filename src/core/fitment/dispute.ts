import { type Reason, reason } from '../kernel/reason';
import type { FactRegistry, PositionKey } from '../vehicle';
import { bindAt, type Condition } from './condition';
import type { Known } from './evaluate';
import { type Certainty, certainty } from './functionRows';
import { type Dispute, predicateTest, type Statement } from '../rule';

interface Heard {
  readonly statement: Statement;
  readonly is: Certainty;
}

function hear(
  d: Dispute,
  at: PositionKey,
  known: Known,
  registry: FactRegistry,
): { readonly heard: readonly Heard[]; readonly differ: boolean } {
  const heard = d.statements.map((statement) => ({
    statement,
    is: certainty(bindAt(statement.says, at, registry), known, registry),
  }));
  return { heard, differ: heard.some((h) => h.is === 'yes') && heard.some((h) => h.is === 'no') };
}

/** What a dispute asks at a place: all statements while they agree or nobody knows, the look where they differ. */
export function disputeCondition(
  d: Dispute,
  at: PositionKey,
  known: Known,
  registry: FactRegistry,
): Condition {
  return hear(d, at, known, registry).differ
    ? bindAt(d.settle, at, registry)
    : { kind: 'all', of: d.statements.map((s) => bindAt(s.says, at, registry)) };
}

/** Both sides of every dispute that is one for this vehicle, with who says it; settled ones say so. */
export function disputeReasons(
  disputes: readonly Dispute[],
  positions: readonly PositionKey[],
  known: Known,
  registry: FactRegistry,
): readonly Reason[] {
  return disputes.flatMap((d) => {
    const here = positions.map((at) => ({ at, ...hear(d, at, known, registry) })).filter((h) => h.differ);
    const first = here[0];
    if (!first) return [];
    const { fact } = predicateTest(d.settle);
    const subject = (at: PositionKey) => (registry.find(fact)?.subject === 'vehicle' ? 'vehicle' : at);
    const settled = here.every((h) => known.has(`${fact}@${subject(h.at)}`));
    return [
      reason(settled ? 'dispute-settled' : 'dispute-open', { about: d.about, fact, dispute: d.id }),
      ...first.heard.flatMap(({ statement: s, is }) =>
        is === 'unknown'
          ? []
          : [
              reason(`statement-${is}`, {
                dispute: d.id,
                source: s.source,
                times: s.times ?? 0,
                ...(s.words ? { why: s.words } : {}),
              }),
            ],
      ),
    ];
  });
}
