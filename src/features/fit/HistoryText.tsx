'use client';
import { isPoor, type LampHistory } from '@/core/fitment';
import { useJob } from '../job/JobContext';

/** How a lamp fared in this shop, with its exposure: few lamp-months say little. */
export function HistoryText({ history }: { history: LampHistory | null }) {
  const { words } = useJob();
  const { t, tCode } = words;
  if (!history) return <span className="text-soft">{t('history.never')}</span>;
  return (
    <span
      className={isPoor(history) ? 'text-plum' : history.back > 0 ? '' : 'text-soft'}
      data-back={history.back}
    >
      {t('history.line', { fitted: history.fitted, months: history.lampMonths, back: history.back })}
      {history.symptoms.length > 0 &&
        `: ${words.list(history.symptoms.slice(0, 2).map((s) => (words.has(`symptom.${s}`) ? tCode(`symptom.${s}`) : s)))}`}
    </span>
  );
}
