'use client';
import { Notice } from '@/ui/Notice';
import { useWords } from '@/ui/WordsContext';

export default function NotFound() {
  const { t } = useWords();
  return (
    <Notice
      title={t('not-found.title')}
      kept={t('not-found.kept')}
      todo={t('not-found.todo')}
      home={t('error.home')}
    />
  );
}
