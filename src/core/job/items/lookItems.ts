import { reason } from '../../kernel/reason';
import type { JobRecord } from '../fold';
import type { ChoiceCheck } from '../readings/check';
import { mountLooks } from '../readings/mounted';
import { isRight, type PlugLook } from '../readings/plugs';
import type { RuledItem } from './ruledItem';

/**
 * What nobody has looked at yet on plugs and mounted lamps of a swap, and what was found not right. A plug that is not
 * mated, not locked or not the right way round is never left; film, seal and open holes are forgotten most.
 */
export function lookItems(
  check: ChoiceCheck,
  plugs: readonly PlugLook[],
  record: Pick<JobRecord, 'mounted'>,
): readonly RuledItem[] {
  const { swap } = check;
  const chosen = swap.choice?.event.id;
  if (!chosen) return [];
  const items: RuledItem[] = [];
  const mine = plugs.filter((p) => p.swap === swap.id);
  for (const p of mine.filter((x) => x.wrong.length > 0))
    items.push({
      id: `plug:${p.event ?? ''}`,
      origin: 'plug',
      what: reason('item-plug-wrong', { position: p.position, plug: p.plug, checks: p.wrong }),
      stage: 'wire',
    });
  const unlooked = mine.filter((p) => p.wrong.length === 0 && !isRight(p));
  if (unlooked.length > 0)
    items.push({
      id: `plugs:${chosen}`,
      origin: 'plug',
      what: reason('item-plugs-open', {
        positions: [...new Set(unlooked.map((p) => p.position))],
        count: unlooked.length,
        opened: unlooked.filter((p) => p.openedSince).length,
      }),
      stage: 'wire',
    });
  const lamps = mountLooks([check], record);
  for (const m of lamps.filter((x) => x.wrong.length > 0))
    items.push({
      id: `mount:${m.event ?? ''}`,
      origin: 'mount',
      what: reason('item-mount-wrong', { position: m.position, checks: m.wrong }),
      stage: 'mount',
    });
  const open = lamps.filter((m) => m.wrong.length === 0 && m.unlooked.length > 0).map((m) => m.position);
  if (open.length > 0)
    items.push({
      id: `mounted:${chosen}`,
      origin: 'mount',
      what: reason('item-mount-open', { positions: open }),
      stage: 'mount',
    });
  return items;
}
