'use client';
import Form from 'next/form';
import { FIELD } from '@/ui/classes';
import { Key } from '@/ui/KeyHint';
import { useWords } from '@/ui/WordsContext';

const FIELD_ID = 'find-job';

/** Puts the focus where a job is found. */
export const toFind = () => document.getElementById(FIELD_ID)?.focus();

/** Finds jobs, in work or released, by number or by what their vehicle is known by. */
export function FindJob({ text }: { text: string }) {
  const { t } = useWords();
  return (
    <Form action="/" prefetch={false} role="search" className="flex items-center gap-2">
      <Key>/</Key>
      <input
        key={text}
        id={FIELD_ID}
        name="find"
        defaultValue={text}
        className={`${FIELD} w-56`}
        placeholder={t('find.placeholder')}
        aria-label={t('find.label')}
        maxLength={60}
        autoComplete="off"
      />
    </Form>
  );
}
