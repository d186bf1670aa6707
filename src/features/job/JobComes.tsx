'use client';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

/** Stands in a job's place while it comes, in the room that it will take; or says that it did not, and offers another try. */
export function JobComes({ failed, onAgain }: { failed: boolean; onAgain: () => void }) {
  const { t } = useWords();
  return (
    <main
      id="main"
      tabIndex={-1}
      className="min-h-[calc(100dvh-3rem)] px-6 py-5"
      aria-busy={!failed}
      data-job-comes={failed ? 'failed' : ''}
    >
      {failed ? (
        <div role="alert" className="grid justify-items-start gap-3">
          <p>{t('asked.failed')}</p>
          <button type="button" className={BUTTON.plain} onClick={onAgain}>
            {t('error.again')}
          </button>
        </div>
      ) : (
        <p role="status" className="text-soft">
          {t('loading')}
        </p>
      )}
    </main>
  );
}
