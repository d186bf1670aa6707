'use client';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob } from './JobContext';

/** Says on every stage where a job stands that is no longer simply in work: given up, locked, reopened since its lock. */
export function StandingBar() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const busy = useBusy();
  const { t } = words;
  const { lock, abandoned } = view;
  if (abandoned)
    return (
      <section
        aria-label={t('standing.label')}
        className="no-print flex flex-wrap items-center gap-3 border-b border-line bg-plum-wash px-5 py-1.5"
        data-standing="abandoned"
      >
        <WarningMark />
        <p className="flex-1">
          {t('standing.abandoned', {
            by: view.names[abandoned.by] ?? '',
            at: say.date(abandoned.at, zone),
            words: abandoned.words,
          })}
        </p>
        <button
          type="button"
          className={BUTTON.plain}
          disabled={busy}
          onClick={() => void sender.send('job-abandoned', { abandoned: false })}
        >
          {t('standing.resume')}
        </button>
      </section>
    );
  if (!lock) return null;
  const by = { revision: lock.revision, by: view.names[lock.by] ?? '', at: say.date(lock.at, zone) };
  return lock.inForce ? (
    <section
      aria-label={t('standing.label')}
      className="no-print border-b border-line bg-petrol-wash px-5 py-1 text-sm"
      data-standing="locked"
    >
      {t('standing.locked', by)}
    </section>
  ) : (
    <section
      aria-label={t('standing.label')}
      className="no-print flex items-center gap-2 border-b border-line bg-plum-wash px-5 py-1 text-sm"
      data-standing="reopened"
    >
      <WarningMark /> {t('standing.reopened', by)}
    </section>
  );
}
