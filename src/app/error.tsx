'use client';
import { BUTTON } from '@/ui/classes';
import { Notice } from '@/ui/Notice';
import { useFrameWords } from '@/ui/WordsContext';

export default function ErrorPage({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  const { t } = useFrameWords();
  return (
    <Notice
      title={t('error.title')}
      kept={t('error.kept')}
      todo={t('error.todo', { digest: error.digest ?? '–' })}
      home={t('error.home')}
    >
      <button className={BUTTON.main} onClick={reset}>
        {t('error.again')}
      </button>
    </Notice>
  );
}
