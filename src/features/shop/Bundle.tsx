'use client';
import { useRef } from 'react';
import { BUTTON } from '@/ui/classes';
import { fetchAsLead } from '@/ui/askLead';
import { useWords } from '@/ui/WordsContext';

/** The whole shop as one file, to take it elsewhere; and what a back-up is. */
export function Bundle() {
  const { t } = useWords();
  const file = useRef<HTMLAnchorElement>(null);
  const take = async () => {
    // An address cannot ask for a password: it is asked before.
    if ((await fetchAsLead('/api/confirm')).ok) file.current?.click();
  };
  return (
    <div className="grid gap-6">
      <section className="grid gap-2">
        <h2 className="text-xl">{t('bundle.title')}</h2>
        <p className="max-w-[70ch] text-soft">{t('bundle.about')}</p>
        <div>
          <button type="button" className={BUTTON.plain} onClick={() => void take()} data-bundle>
            {t('bundle.out')}
          </button>
          <a ref={file} href="/api/bundle" download hidden tabIndex={-1} aria-hidden />
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
