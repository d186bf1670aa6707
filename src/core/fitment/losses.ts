import type { Mend } from '../rule';
import { type Condition, type Constant, endsOf, type Leaf } from '../rule/condition';
import type { MendTag } from '../rule/expression';
import { positionKey } from '../vehicle';
import { all, any, type BoundRequirement, constant, type LostFunction, not, type SwapPlan } from './profile';

/** The mend that a tag stands for. */
export const mendOf = (c: Condition, tag: MendTag): Mend | undefined =>
  endsOf(c).find((l) => l.id === tag.leaf && l.mends.length > tag.at)?.mends[tag.at]?.mend;

/**
 * Mends that cost functions are judged like any lost function: such a mend can be taken only where no requirement is
 * broken by it. A condition asked at several places loses the function at each where it has to be mended.
 */
export function costing(c: Condition, plan: SwapPlan, requirements: readonly BoundRequirement[]): Condition {
  const losing = endsOf(c).some((l) => l.mends.some((m) => m.mend.losesFunctions?.length));
  if (!losing) return c;
  const leaves = endsOf(c);
  const placesOf = (l: Leaf | Constant) =>
    l.position ? [l.position] : plan.places.map((p) => positionKey(p.place.position));
  const priced = (l: Leaf | Constant): (Leaf | Constant)['mends'] =>
    l.mends.map((m, at) => {
      const gone = m.mend.losesFunctions ?? [];
      if (gone.length === 0) return m;
      const siblings = leaves.filter(
        (x) => x !== l && x.origin === l.origin && x.mends[at]?.counts === m.counts,
      );
      const lost = gone.flatMap((does): LostFunction[] => [
        ...placesOf(l).map((at) => ({ does, at, unless: constant('lost', 'no') })),
        ...siblings.flatMap((x) => placesOf(x).map((at) => ({ does, at, unless: { ...x, mends: [] } }))),
      ]);
      const kept = requirements
        .filter((r) => gone.includes(r.requirement.does))
        .map((r) => any([r.outside, not(r.before), r.without(lost)]));
      return { ...m, when: all([...(m.when ? [m.when] : []), ...kept]) };
    });
  const walk = (x: Condition): Condition => {
    switch (x.kind) {
      case 'all':
      case 'any':
        return { kind: x.kind, of: x.of.map(walk) };
      case 'not':
        return { kind: 'not', of: walk(x.of) };
      case 'claims':
        return { ...x, says: x.says.map(walk) };
      case 'leaf':
      case 'constant':
        return { ...x, mends: priced(x) };
    }
  };
  return walk(c);
}

/** What the mends that are surely taken cost: functions by place. */
export function lostBy(c: Condition, certain: readonly MendTag[], plan: SwapPlan): ReadonlySet<string> {
  const lost = new Set<string>();
  for (const tag of certain) {
    const leaf = endsOf(c).find((l) => l.id === tag.leaf);
    for (const does of leaf?.mends[tag.at]?.mend.losesFunctions ?? [])
      for (const { place } of plan.places) {
        const at = positionKey(place.position);
        if (!leaf?.position || leaf.position === at) lost.add(`${does}@${at}`);
      }
  }
  return lost;
}
