'use client';
import { useRouter } from 'next/navigation';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { useKeys } from '@/ui/useKeys';
import { useFrameWords } from '@/ui/WordsContext';
import type { BoardJob } from './boardJob';
import { JobTable } from './JobTable';

/** What a search for jobs has found. */
export function Found({ text, jobs, more }: { text: string; jobs: readonly BoardJob[]; more: boolean }) {
  const { t } = useFrameWords();
  const router = useRouter();
  useKeys({ Escape: () => router.push('/') });
  return (
    <main id="main" tabIndex={-1} className="mx-auto max-w-[82rem] px-6 py-5">
      <header className="mb-3 flex items-center justify-between gap-6">
        <h1 className="text-3xl">{t('find.title', { text })}</h1>
        <div className="flex items-center gap-4">
          <Link href="/" className={BUTTON.quiet}>
            {t('find.back')}
          </Link>
        </div>
      </header>
      <JobTable jobs={jobs} empty={t('find.none')} />
      {more && <p className="py-3 text-soft">{t('find.more', { count: jobs.length })}</p>}
    </main>
  );
}
