'use client';
import { Link } from '@/ui/Link';
import { MiniLoom } from '@/ui/Loom';
import { useFrameWords, useZone } from '@/ui/WordsContext';
import { datesIn } from '@/words';
import { type BoardJob, jobAddress } from './boardJob';

/** Jobs as lines: vehicle, loom, and what each waits for. */
export function JobTable({ jobs, empty }: { jobs: readonly BoardJob[]; empty: string }) {
  const { t } = useFrameWords();
  if (jobs.length === 0) return <p className="border-t border-line py-4 text-soft">{empty}</p>;
  return (
    <div className="relative shrink-0 overflow-x-auto">
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
    </div>
  );
}

function JobRow({ job: j }: { job: BoardJob }) {
  const { t, tCode, locale } = useFrameWords();
  const zone = useZone();
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
        {j.customer !== '' && <span className="block text-sm">{j.customer}</span>}
        <span className="block text-sm text-soft">“{j.words}”</span>
        <span className="block text-sm text-soft">{datesIn(locale, zone).format(new Date(j.openedAt))}</span>
      </td>
      <td className="py-3">
        <MiniLoom
          stages={j.stages}
          label={t('board.loom-spoken', {
            done: j.stages.filter((s) => s.state === 'seated' || s.state === 'locked').length,
            tags: j.openCount,
          })}
        />
        <span className="text-sm text-soft">{j.next && tCode(`stage.${j.next}`)}</span>
      </td>
      <td className="py-3 text-sm">
        {j.asksLock && (
          <p className="font-semibold text-petrol" data-asks-lock>
            {t('board.asks-lock')}
          </p>
        )}
        {j.abandoned && <p className="font-semibold">{t('find.abandoned')}</p>}
        {j.wants !== null && <p>{j.wants}</p>}
        <ul>
          {j.open.map((i) => (
            <li key={i.id}>
              <span className="text-plum">{tCode(`origin.${i.origin}`)}</span> {i.said}
            </li>
          ))}
        </ul>
        {j.openCount > j.open.length && (
          <p className="text-soft">{t('board.more', { count: j.openCount - j.open.length })}</p>
        )}
        {j.openCount === 0 && j.wants === null && (
          <p className="text-soft">{j.locked ? t('board.locked') : t('board.ready')}</p>
        )}
      </td>
    </tr>
  );
}
