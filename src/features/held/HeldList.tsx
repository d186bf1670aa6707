'use client';
import type { HeldEntry } from '@/core/job';
import { useWords } from '@/ui/WordsContext';
import { HeldRows } from '../outbox/HeldRows';

/** Held entries: why each is held, what is in it, and the ways to settle it. */
export function HeldList({
  held,
  numbers,
  mayAdmit,
}: {
  held: readonly HeldEntry[];
  numbers: Readonly<Record<string, number>>;
  mayAdmit: boolean;
}) {
  const { t } = useWords();
  return (
    <main id="main" tabIndex={-1} className="mx-auto grid max-w-4xl gap-4 px-6 py-6">
      <h1 className="text-3xl">{t('held.title')}</h1>
      <p className="max-w-prose text-soft">{mayAdmit ? t('held.about-lead') : t('held.about')}</p>
      {held.length === 0 ? (
        <p>{t('held.none')}</p>
      ) : (
        <HeldRows held={held} numbers={numbers} mayAdmit={mayAdmit} />
      )}
    </main>
  );
}
