import { lampAt } from '../../kernel/ids';
import { reason } from '../../kernel/reason';
import { MOUNT_CHECKS } from '../events';
import type { JobRecord } from '../fold';
import type { ChoiceCheck } from '../readings/check';
import { isRight, type PlugLook } from '../readings/plugs';
import type { RuledItem } from './handItems';

/**
 * What nobody has looked at yet on plugs and mounted lamps of a swap, and what was found not right. A plug that is not
 * mated, not locked or not the right way round is never left; film, seal and open holes are forgotten most.
 */
export function lookItems(
  { swap, wiring }: Pick<ChoiceCheck, 'swap' | 'wiring'>,
  plugs: readonly PlugLook[],
  record: Pick<JobRecord, 'mounted'>,
): readonly RuledItem[] {
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
  const open: string[] = [];
  for (const w of wiring) {
    const e = record.mounted.get(lampAt(w.position, w.lamp.id))?.event;
    const wrong = e ? MOUNT_CHECKS.filter((c) => e.body.checks[c] === 'no') : [];
    if (e && wrong.length > 0)
      items.push({
        id: `mount:${e.id}`,
        origin: 'mount',
        what: reason('item-mount-wrong', { position: w.position, checks: wrong }),
        stage: 'mount',
      });
    else if (!e || MOUNT_CHECKS.some((c) => e.body.checks[c] === 'not-looked')) open.push(w.position);
  }
  if (open.length > 0)
    items.push({
      id: `mounted:${chosen}`,
      origin: 'mount',
      what: reason('item-mount-open', { positions: open }),
      stage: 'mount',
    });
  return items;
}
