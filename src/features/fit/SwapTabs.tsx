'use client';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { fitView, freeGroups } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';

/** The lamps of this job, and the way to take more of them into it, in mid-job too. */
export function SwapTabs() {
  const { view, words, say, swap, setFocus, sender } = useJob();
  const busy = useBusy();
  const fit = useView(fitView);
  const { t } = words;
  const [adding, setAdding] = useState(false);
  const free = freeGroups(view.positions);
  const added = new Set(fit.swaps.filter((s) => s.added).map((s) => s.id));
  const add = async (positions: readonly string[]) => {
    if (!(await sender.send('swap-opened', { swap: uuidv7(), positions: [...positions] }))) return;
    setAdding(false);
    if (positions[0]) setFocus(positions[0]);
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-2" role="group" aria-label={t('fit.swaps')}>
        {view.swaps.length > 1 &&
          view.swaps.map((s) => (
            <button
              key={s.id}
              aria-pressed={s.id === swap?.id}
              className={`${BUTTON.plain} aria-pressed:border-petrol aria-pressed:text-petrol`}
              onClick={() => s.positions[0] && setFocus(s.positions[0])}
            >
              <span className="first-letter:uppercase">{say.positions(s.positions)}</span>
              {added.has(s.id) && <span className="font-normal text-soft">{t('fit.added')}</span>}
            </button>
          ))}
        {free.length > 0 && (
          <button
            type="button"
            className={BUTTON.quiet}
            aria-expanded={adding}
            onClick={() => setAdding(!adding)}
            data-add-lamps
          >
            {t('fit.add-lamps')}
          </button>
        )}
      </div>
      {adding && (
        <div className="flex flex-wrap gap-2 bg-raised p-3" data-free-lamps>
          {free.map((g) => {
            const keys = g.map((p) => p.key);
            return (
              <button
                key={keys.join(' ')}
                type="button"
                className={g.length > 1 ? BUTTON.plain : BUTTON.quiet}
                disabled={busy}
                onClick={() => void add(keys)}
                data-free={keys.join(' ')}
              >
                <span className="first-letter:uppercase">{say.positions(keys)}</span>
              </button>
            );
          })}
        </div>
      )}
    </div>
  );
}
