'use client';
import { useWords } from '@/ui/WordsContext';

/** What is wrong with a field, under it. */
export function FieldFault({ text }: { text: string | null }) {
  return text === null ? null : (
    <span role="alert" className="font-normal text-plum">
      {text}
    </span>
  );
}

/** Words for the code of a fault of a field. */
export function useFaultWords(): (code: string | undefined) => string | null {
  const { t, tCode, has } = useWords();
  return (code) =>
    code === undefined ? null : has(`fault.${code}`) ? tCode(`fault.${code}`) : t('fault.wanted');
}
