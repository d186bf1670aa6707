'use client';
import { useFrameWords } from '@/ui/WordsContext';
import { useOutbox } from './OutboxProvider';

/** At the sign-in: whose entries wait on this device. */
export function WaitingAuthors() {
  const { state } = useOutbox();
  const { t } = useFrameWords();
  const count = state.waiting.length;
  if (count === 0) return null;
  const names = [...new Set(state.waiting.map((w) => w.name))].join(', ');
  return (
    <p role="status" className="border-l-4 border-plum bg-plum-wash px-4 py-2" data-waiting-authors={count}>
      {t('sign-in.waiting', { count, names })}
    </p>
  );
}
