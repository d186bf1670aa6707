'use client';
import { Notice } from '@/ui/Notice';
import { useFrameWords } from '@/ui/WordsContext';

export default function NotFound() {
  const { t } = useFrameWords();
  return (
    <Notice
      title={t('not-found.title')}
      kept={t('not-found.kept')}
      todo={t('not-found.todo')}
      home={t('error.home')}
    />
  );
}
