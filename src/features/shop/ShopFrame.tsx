'use client';
import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';
import { useWords } from '@/ui/WordsContext';

const PARTS = ['people', 'settings', 'figures', 'keys', 'data', 'changes'] as const;

/** What stands around the parts of the shop. */
export function ShopFrame({ part, children }: { part: string; children: ReactNode }) {
  const { t } = useWords();
  return (
    <main id="main" tabIndex={-1} className="mx-auto grid max-w-5xl gap-4 px-6 py-6">
      <h1 className="text-3xl">{t('shop.title')}</h1>
      <nav aria-label={t('shop.title')} className="flex flex-wrap gap-x-5 border-b border-line">
        {PARTS.map((p) => (
          <Link
            key={p}
            href={`/shop/${p}`}
            aria-current={p === part ? 'page' : undefined}
            className="-mb-px border-b-3 border-transparent pb-1.5 text-soft aria-[current=page]:border-petrol aria-[current=page]:font-semibold aria-[current=page]:text-ink"
          >
            {t(`shop.part-${p}`)}
          </Link>
        ))}
      </nav>
      {children}
    </main>
  );
}
