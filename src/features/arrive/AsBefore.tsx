'use client';
import { v7 as uuidv7 } from 'uuid';
import { arriveView, asBefore, type SimilarJob } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { useAsked } from '../job/useAsked';

/** A job of the same line to begin like: its lamps and wishes by one tap, as long as nothing is marked here. */
export function AsBefore() {
  const { view, words, say, sender } = useJob();
  const { wishes } = useView(arriveView);
  const busy = useBusy();
  const { t } = words;
  const asked = useAsked<readonly SimilarJob[]>(`/api/jobs/${view.id}/similar`, []);
  const free = new Set(view.positions.filter((p) => p.swap === null).map((p) => p.key));
  const offers = (asked.data ?? []).filter((j) => j.swaps.some((s) => s.positions.every((p) => free.has(p))));
  if (view.swaps.length > 0 || offers.length === 0) return null;
  return (
    <section data-as-before={offers.length}>
      <h3 className="text-lg">{t('before.title')}</h3>
      <ul>
        {offers.map((j) => (
          <li key={j.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-mono">{String(j.number).padStart(4, '0')}</span> {j.identity}
              <span className="block text-sm text-soft">
                {j.swaps.map((s) => `${say.positions(s.positions)}: ${words.list(s.lamps)}`).join(' · ')}
              </span>
            </span>
            <button
              type="button"
              className={BUTTON.plain}
              disabled={busy}
              onClick={() => void sender.sendAll(asBefore(j, free, wishes !== null, uuidv7))}
              data-begin-like={j.number}
            >
              {t('before.take')}
            </button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">{t('before.about')}</p>
    </section>
  );
}
