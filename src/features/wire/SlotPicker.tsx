'use client';
import { BLADE_COLOURS, type FeedSource, neighbours } from '@/core/harness';
import { FuseBoxView } from '@/ui/FuseBoxView';
import { useJob } from '../job/JobContext';
import type { WireData } from './wireScope';

/** The fuse boxes as they are looked at; a place that is picked is named with its neighbours. */
export function SlotPicker({
  data,
  slot,
  onSlot,
  taken,
}: {
  data: WireData;
  slot: string | null;
  onSlot: (slot: string | null) => void;
  taken: FeedSource | null;
}) {
  const { words, say } = useJob();
  const { t, prose } = words;
  return (
    <div className="flex flex-wrap gap-6">
      {data.fuseBoxes.map((box) => {
        const chosen = slot?.startsWith(`${box.id}/`) ? slot.slice(box.id.length + 1) : null;
        const tapped = taken?.kind === 'slot' && taken.box === box.id ? taken.slot : null;
        const picked = box.slots.find((s) => s.id === chosen);
        return (
          <figure key={box.id} className="grid gap-1">
            <figcaption className="text-sm">{t('feed.box', { name: prose(box.name) })}</figcaption>
            <FuseBoxView
              rows={box.rows}
              columns={box.columns}
              label={t('feed.box', { name: prose(box.name) })}
              chosen={chosen ?? tapped}
              onPick={(id) => onSlot(slot === `${box.id}/${id}` ? null : `${box.id}/${id}`)}
              slots={box.slots.map((s) => ({
                id: s.id,
                row: s.row,
                column: s.column,
                ratingA: s.ratingA,
                colour: s.ratingA === null ? '' : (BLADE_COLOURS[s.ratingA] ?? ''),
                barred: s.protects !== undefined,
                name: s.ratingA === null ? t('feed.empty-slot') : prose(s.serves),
              }))}
            />
            {picked && (
              <p className="text-sm text-soft" data-slot-picked={picked.id}>
                <b className="text-ink">
                  {t('feed.slot-title', { slot: picked.id, serves: prose(picked.serves) })}
                </b>{' '}
                {t('feed.box-hint', {
                  names: words.list(
                    neighbours(box, picked).map(
                      (n) => `${n.id} ${n.ratingA === null ? t('feed.empty-slot') : say.number(n.ratingA)}`,
                    ),
                  ),
                })}
              </p>
            )}
          </figure>
        );
      })}
    </div>
  );
}
