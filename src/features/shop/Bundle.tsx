'use client';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

/** The whole shop as one file, to take it elsewhere; and what a back-up is. */
export function Bundle() {
  const { t } = useWords();
  return (
    <div className="grid gap-6">
      <section className="grid gap-2">
        <h2 className="text-xl">{t('bundle.title')}</h2>
        <p className="max-w-[70ch] text-soft">{t('bundle.about')}</p>
        <div>
          <a href="/api/bundle" download className={BUTTON.plain} data-bundle>
            {t('bundle.out')}
          </a>
        </div>
        <p className="max-w-[70ch] text-soft">{t('bundle.in')}</p>
      </section>
      <section className="grid gap-2">
        <h2 className="text-xl">{t('bundle.backup')}</h2>
        <p className="max-w-[70ch] text-soft">{t('bundle.backup-about')}</p>
        <pre className="bg-raised px-4 py-2 font-mono text-sm">
          npm run backup FILE{'\n'}npm run restore FILE
        </pre>
      </section>
    </div>
  );
}
