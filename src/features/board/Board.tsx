'use client';
import { type ComponentProps, useState } from 'react';
import { useRouter } from 'next/navigation';
import { BUTTON } from '@/ui/classes';
import { KeyHelp } from '@/ui/KeyHelp';
import { Key } from '@/ui/KeyHint';
import { Link } from '@/ui/Link';
import { Loading } from '@/ui/Loading';
import { useInBrowser } from '@/ui/useInBrowser';
import { useKeys } from '@/ui/useKeys';
import { useFrameWords } from '@/ui/WordsContext';
import { BayBoard } from './BayBoard';
import type { BoardJob } from './boardJob';
import { JobTable } from './JobTable';

/** The jobs of the shop with their looms: where each stands and what hangs on it. */
export function Board({
  inWork,
  inWorkCount,
  moreInWork,
  released,
  older,
  paged,
  booked,
  ...plan
}: {
  inWork: readonly BoardJob[];
  /** How many there are, and whether these are the newest of them alone. */
  inWorkCount: number;
  moreInWork: boolean;
  /** A page of them, newest first. */
  released: readonly BoardJob[];
  /** Number below which the next page of released jobs begins; null where there is none. */
  older: number | null;
  /** Whether the newest released jobs are on an earlier page. */
  paged: boolean;
  /** Jobs that have a booking in sight and stand in neither list. */
  booked: readonly BoardJob[];
} & Omit<ComponentProps<typeof BayBoard>, 'jobs'>) {
  const words = useFrameWords();
  const { t } = words;
  const router = useRouter();
  const inBrowser = useInBrowser();
  const [help, setHelp] = useState(false);
  useKeys({ n: () => router.push('/jobs/new'), '?': () => setHelp(true) });
  return (
    <main id="main" tabIndex={-1} className="mx-auto max-w-[82rem] px-6 py-5">
      <header className="mb-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="text-3xl">{t('board.title')}</h1>
          <p className="text-soft">
            {moreInWork
              ? t('board.count-only', { open: inWorkCount })
              : t('board.count', { open: inWork.length, items: inWork.reduce((n, j) => n + j.openCount, 0) })}
          </p>
        </div>
        <div className="flex items-center gap-4 max-sm:w-full max-sm:justify-between">
          <span className="text-sm text-soft max-lg:hidden">
            <Key>?</Key> {t('keys.help')}
          </span>
          <span className="max-lg:hidden">
            <Key>n</Key>
          </span>
          <Link href="/jobs/new" className={`${BUTTON.main} shrink-0 lg:-ml-2`} data-act>
            {t('board.new')}
          </Link>
        </div>
      </header>
      {inWork.length + released.length + booked.length === 0 ? (
        <p className="border-t border-line py-8 text-soft">{t('board.empty')}</p>
      ) : !inBrowser ? (
        <Loading />
      ) : (
        <>
          <BayBoard {...plan} jobs={[...inWork, ...released, ...booked]} />
          <h2 className="mb-2 mt-5 text-xl">{t('board.in-work')}</h2>
          <JobTable jobs={inWork} empty={t('board.none-in-work')} />
          {moreInWork && (
            <p className="flex flex-wrap items-baseline gap-4 py-3 text-soft">
              {t('board.more-in-work', { count: inWork.length })}
              <Link href="/?all=1" className={BUTTON.quiet}>
                {t('board.show-all', { count: inWorkCount })}
              </Link>
            </p>
          )}
          {released.length > 0 && (
            <>
              <h2 id="released" className="mb-2 mt-7 text-xl">
                {t('board.released')}
              </h2>
              <JobTable jobs={released} empty="" />
              <p className="flex gap-6 py-3 empty:hidden">
                {paged && (
                  <Link href="/#released" className={BUTTON.quiet}>
                    {t('board.newest')}
                  </Link>
                )}
                {older !== null && (
                  <Link href={`/?before=${older}#released`} className={BUTTON.quiet}>
                    {t('board.older')}
                  </Link>
                )}
              </p>
            </>
          )}
        </>
      )}
      <KeyHelp
        open={help}
        onOpenChange={setHelp}
        lines={[
          { keys: ['n'], does: t('board.new') },
          { keys: ['/'], does: t('find.title-any') },
          { keys: ['?'], does: t('keys.help') },
        ]}
      />
    </main>
  );
}
