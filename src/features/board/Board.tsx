'use client';
import { type ComponentProps, useState } from 'react';
import { useRouter } from 'next/navigation';
import { BUTTON } from '@/ui/classes';
import { KeyHelp } from '@/ui/KeyHelp';
import { Key } from '@/ui/KeyHint';
import { Link } from '@/ui/Link';
import { MiniLoom } from '@/ui/Loom';
import { useKeys } from '@/ui/useKeys';
import { useWords, useZone } from '@/ui/WordsContext';
import { wording } from '@/words';
import { BayBoard } from './BayBoard';
import { type BoardJob, jobAddress, nextStage } from './boardJob';

/** The jobs of the shop with their looms: where each stands and what hangs on it. */
export function Board({
  inWork,
  released,
  older,
  paged,
  booked,
  ...plan
}: {
  inWork: readonly BoardJob[];
  /** A page of them, newest first. */
  released: readonly BoardJob[];
  /** Number below which the next page of released jobs begins; null where there is none. */
  older: number | null;
  /** Whether the newest released jobs are on an earlier page. */
  paged: boolean;
  /** Jobs that have a booking in sight and stand in neither list. */
  booked: readonly BoardJob[];
} & Omit<ComponentProps<typeof BayBoard>, 'jobs'>) {
  const words = useWords();
  const { t } = words;
  const router = useRouter();
  const [help, setHelp] = useState(false);
  useKeys({ n: () => router.push('/jobs/new'), '?': () => setHelp(true) });
  return (
    <main className="mx-auto max-w-[82rem] px-6 py-5">
      <header className="mb-3 flex items-center justify-between">
        <div className="flex items-baseline gap-4">
          <h1 className="text-3xl">{t('board.title')}</h1>
          <p className="text-soft">
            {t('board.count', { open: inWork.length, items: inWork.reduce((n, j) => n + j.open.length, 0) })}
          </p>
        </div>
        <div className="flex items-center gap-4">
          <span className="text-sm text-soft">
            <Key>n</Key> {t('board.new')} · <Key>?</Key> {t('keys.help')}
          </span>
          <Link href="/jobs/new" className={BUTTON.main}>
            {t('board.new')}
          </Link>
        </div>
      </header>
      {inWork.length + released.length + booked.length === 0 ? (
        <p className="border-t border-line py-8 text-soft">{t('board.empty')}</p>
      ) : (
        <>
          <BayBoard {...plan} jobs={[...inWork, ...released, ...booked]} />
          <h2 className="mb-2 mt-5 text-xl">{t('board.in-work')}</h2>
          <JobTable jobs={inWork} empty={t('board.none-in-work')} />
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
          { keys: ['?'], does: t('keys.help') },
        ]}
      />
    </main>
  );
}

function JobTable({ jobs, empty }: { jobs: readonly BoardJob[]; empty: string }) {
  const { t } = useWords();
  if (jobs.length === 0) return <p className="border-t border-line py-4 text-soft">{empty}</p>;
  return (
    <table className="w-full border-collapse">
      <thead className="text-left text-sm text-soft">
        <tr className="border-b border-line">
          <th className="w-20 py-1.5 font-semibold">{t('board.job')}</th>
          <th className="font-semibold">{t('board.vehicle')}</th>
          <th className="w-64 font-semibold">{t('board.loom')}</th>
          <th className="w-[26rem] font-semibold">{t('board.waits')}</th>
        </tr>
      </thead>
      <tbody>
        {jobs.map((j) => (
          <JobRow key={j.id} job={j} />
        ))}
      </tbody>
    </table>
  );
}

function JobRow({ job: j }: { job: BoardJob }) {
  const words = useWords();
  const zone = useZone();
  const { t, tCode } = words;
  const say = wording(words, { label: () => null, unit: () => null });
  const next = nextStage(j);
  const wants = next && next.stage !== 'release' ? next.missing[0] : undefined;
  return (
    <tr className="border-b border-line align-top" data-job={j.number}>
      <td className="py-3">
        <Link
          href={jobAddress(j)}
          className="font-mono text-lg font-semibold underline decoration-line underline-offset-4 hover:decoration-petrol"
        >
          {String(j.number).padStart(4, '0')}
          <span className="sr-only">, {j.vehicle}</span>
        </Link>
      </td>
      <td className="py-3 pr-6">
        <b>{j.vehicle}</b> <span className="font-mono text-sm text-soft">{j.identity}</span>
        <span className="block text-sm text-soft">“{j.words}”</span>
        <span className="block text-sm text-soft">{say.date(j.openedAt, zone)}</span>
      </td>
      <td className="py-3">
        <MiniLoom
          stages={j.stages}
          label={t('board.loom-spoken', {
            done: j.stages.filter((s) => s.state === 'seated' || s.state === 'locked').length,
            tags: j.open.length,
          })}
        />
        <span className="text-sm text-soft">{next && tCode(`stage.${next.stage}`)}</span>
      </td>
      <td className="py-3 text-sm">
        {wants && <p>{say.reason(wants).text}</p>}
        <ul>
          {j.open.slice(0, 3).map((i) => (
            <li key={i.id}>
              <span className="text-plum">{tCode(`origin.${i.origin}`)}</span> {say.reason(i.what).text}
            </li>
          ))}
        </ul>
        {j.open.length > 3 && <p className="text-soft">{t('board.more', { count: j.open.length - 3 })}</p>}
        {j.open.length === 0 && !wants && (
          <p className="text-soft">{j.locked ? t('board.locked') : t('board.ready')}</p>
        )}
      </td>
    </tr>
  );
}
