import { readingOf } from '../../kernel/ids';
import { reason } from '../../kernel/reason';
import { mirrorKey, type PositionKey } from '../../vehicle';
import type { JobRecord } from '../fold';
import { unlikeLight } from '../readings/lightChange';
import type { ChoiceCheck } from '../readings/check';
import type { RuledItem } from './ruledItem';

/** The lamp of the other side; null: it stands in the centre, or the line has none there. */
export function twinOf(position: PositionKey, places: ReadonlySet<PositionKey>): PositionKey | null {
  const twin = mirrorKey(position);
  return twin !== position && places.has(twin) ? twin : null;
}

/**
 * Left and right that are not a pair any more: one side was changed and the other left, the sides have lamps of two
 * kinds, or their light differs as it was measured. All of it can be wanted; nobody leaves with it unsaid.
 */
export function pairItems(
  checks: readonly ChoiceCheck[],
  record: Pick<JobRecord, 'lightReads'>,
  places: ReadonlySet<PositionKey>,
): readonly (RuledItem & { readonly swap: string })[] {
  const chosen = checks.filter((c) => c.swap.choice !== null);
  const at = new Map(
    chosen.flatMap((c) =>
      c.swap.positions.map((p) => [p, c.swap.choice?.event.body.application.id] as const),
    ),
  );
  return chosen.flatMap(({ swap }) => {
    const items: (RuledItem & { swap: string })[] = [];
    const { id, positions } = swap;
    for (const position of positions) {
      const twin = twinOf(position, places);
      if (twin === null) continue;
      if (!at.has(twin))
        items.push({
          swap: id,
          id: `one-side:${id}:${position}`,
          origin: 'pair',
          what: reason('item-one-side', { position, other: twin }),
          stage: 'release',
        });
      else if (at.get(twin) !== at.get(position) && position < twin)
        items.push({
          swap: id,
          id: `two-kinds:${id}:${position}:${at.get(position) ?? ''}:${at.get(twin) ?? ''}`,
          origin: 'pair',
          what: reason('item-two-kinds', { positions: [position, twin] }),
          stage: 'release',
        });
    }
    const read = record.lightReads.get(readingOf(id, 'after'))?.event;
    for (const [bright, dark] of read ? unlikeLight(read.body.lux, (p) => twinOf(p, places)) : [])
      items.push({
        swap: id,
        id: `unlike:${read?.id ?? ''}:${dark.position}`,
        origin: 'pair',
        what: reason('item-unlike-light', {
          position: dark.position,
          other: bright.position,
          lux: dark.lux,
          otherLux: bright.lux,
        }),
        stage: 'release',
        ...(read ? { since: { id: read.id, at: read.at } } : {}),
      });
    return items;
  });
}
