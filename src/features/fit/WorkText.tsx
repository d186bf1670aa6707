'use client';
import type { Candidate } from '@/core/fitment';
import { useJob } from '../job/JobContext';

/** Work that makes a lamp fit without a part, a line each. */
export function WorkText({ judgement }: { judgement: Candidate['judgement'] }) {
  const { words } = useJob();
  const { t } = words;
  return judgement.work.map((w, i) => (
    <span key={i} className="block">
      {w.words ? words.prose(w.words) : t('fit.work')}
      {!w.certain && ` (${t('fit.perhaps')})`}
    </span>
  ));
}
