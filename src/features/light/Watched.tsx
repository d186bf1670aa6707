'use client';
import { looksView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';

/** Somebody watched it: that is what Light rests on. */
export function Watched() {
  const { view, words, say, swap, sender } = useJob();
  const zone = useZone();
  const busy = useBusy();
  const { t } = words;
  const watched = useSwapIn(useView(looksView))?.watched;
  const lamps = swap?.choice?.lamps;
  if (!swap || !lamps) return null;
  return (
    <div className="flex flex-wrap items-center gap-3" data-watched={watched ? 'yes' : 'no'}>
      {watched ? (
        <p className="text-soft">
          {t('light.watched', { by: view.names[watched.by] ?? '', at: say.date(watched.at, zone) })}{' '}
          <button
            type="button"
            className={BUTTON.quiet}
            onClick={() => void sender.send('void', { target: watched.event })}
          >
            {t('undo')}
          </button>
        </p>
      ) : (
        <>
          <button
            type="button"
            className={BUTTON.main}
            disabled={busy}
            onClick={() => void sender.send('light-watched', { swap: swap.id, lamps })}
            data-act
            data-watch
          >
            {t('light.watch')}
          </button>
          <p className="flex-1 basis-56 text-sm text-soft">{t('light.watch-about')}</p>
        </>
      )}
    </div>
  );
}
