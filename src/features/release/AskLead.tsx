'use client';
import { releaseView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useView } from '../job/JobContext';

/** For who may not lock a job: asks a lead to, which then stands on the board. */
export function AskLead({ ready }: { ready: boolean }) {
  const { view, words, say, sender } = useJob();
  const { asked } = useView(releaseView);
  const busy = useBusy();
  const zone = useZone();
  const { t } = words;
  if (asked)
    return (
      <p data-lock-asked>
        {t('release.asked-lead', { by: view.names[asked.by] ?? '', at: say.date(asked.at, zone) })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          disabled={busy}
          onClick={() => void sender.send('void', { target: asked.event })}
        >
          {t('undo')}
        </button>
      </p>
    );
  return (
    <button
      type="button"
      className={BUTTON.main}
      disabled={!ready || busy}
      onClick={() => void sender.send('lock-asked', {})}
      data-act={ready ? '' : undefined}
      data-ask-lock
    >
      {t('release.ask-lead')}
    </button>
  );
}
