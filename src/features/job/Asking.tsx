'use client';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import type { Asked } from './useAsked';

/** What stands in a stage’s place while the server works something out, or does not answer. */
export function Asking({ asked, title }: { asked: Asked<unknown>; title: string }) {
  const { t } = useWords();
  return (
    <main
      id="main"
      tabIndex={-1}
      className="flex min-w-0 flex-col gap-3 px-6 py-4 lg:col-span-2"
      aria-busy={!asked.failed}
    >
      <h2 className="text-2xl">{title}</h2>
      {asked.failed ? (
        <>
          <p role="alert">{t('asked.failed')}</p>
          <p>
            <button className={BUTTON.plain} onClick={asked.again}>
              {t('error.again')}
            </button>
          </p>
        </>
      ) : (
        <p role="status" className="text-soft">
          {t('asked.working')}
        </p>
      )}
    </main>
  );
}
