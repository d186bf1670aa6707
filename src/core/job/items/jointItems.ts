import { factsOf, reason } from '../../kernel/reason';
import type { ChoiceCheck } from '../readings/check';
import { type HandJoint, holds } from '../readings/handJoints';
import type { RuledItem } from './ruledItem';

/** Joints that nobody has pulled, together by where they are made, and each that did not hold. */
export function jointItems({ swap, joints }: Pick<ChoiceCheck, 'swap' | 'joints'>): readonly RuledItem[] {
  const chosen = swap.choice?.event.id;
  if (!chosen) return [];
  const items: RuledItem[] = joints.filter((j) => j.tug !== null && !holds(j)).map(failed);
  for (const where of ['bench', 'vehicle'] as const) {
    const open = joints.filter((j) => j.where === where && j.tug === null);
    if (open.length > 0)
      items.push({
        id: `joints:${chosen}:${where}`,
        origin: 'joint',
        what: reason('item-joints', { positions: swap.positions, count: open.length }),
        stage: where === 'bench' ? 'bench' : 'mount',
      });
  }
  return items;
}

function failed(j: HandJoint): RuledItem {
  const { cavity } = factsOf(j.what);
  return {
    id: `joint:${j.tug?.event ?? ''}`,
    origin: 'joint',
    what: reason('item-joint-failed', {
      ...(j.position ? { position: j.position } : {}),
      kind: j.kind,
      cavity: typeof cavity === 'string' ? cavity : 'none',
      came: j.tug?.verdict === 'came-off' ? 'off' : 'short',
      pullN: j.tug?.pullN ?? 0,
      leastN: j.leastN ?? 0,
    }),
    stage: j.where === 'bench' ? 'bench' : 'mount',
  };
}

/** Losses under load that are more than they may be, and, where hands made something on the way, those nobody has read. */
export function dropItems({ swap, drops }: Pick<ChoiceCheck, 'swap' | 'drops'>): readonly RuledItem[] {
  const chosen = swap.choice?.event.id;
  if (!chosen) return [];
  const items: RuledItem[] = drops.flatMap((d): readonly RuledItem[] =>
    !d.read || d.read.within
      ? []
      : [
          {
            id: `drop:${d.read.event}`,
            origin: 'drop',
            what: reason('item-drop-over', {
              position: d.position,
              does: d.does,
              loopV: d.read.loopV,
              limitV: d.limitV,
              side: d.read.groundV > d.read.supplyV ? 'ground' : 'supply',
            }),
            stage: 'mount',
          },
        ],
  );
  const open = drops.filter((d) => d.wanted && d.read === null);
  if (open.length > 0)
    items.push({
      id: `drops:${chosen}`,
      origin: 'drop',
      what: reason('item-drops', {
        positions: [...new Set(open.map((d) => d.position))],
        count: open.length,
      }),
      stage: 'mount',
    });
  return items;
}
