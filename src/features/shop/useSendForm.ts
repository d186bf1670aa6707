'use client';
import { useState } from 'react';
import { useWords } from '@/ui/WordsContext';
import { type FormAnswer, sendForm } from './sendForm';
import type { Faults } from './shopValues';

export interface FormSender {
  readonly send: (body: object) => Promise<FormAnswer>;
  readonly busy: boolean;
  /** What is wrong with the fields, by path. */
  readonly faults: Faults;
  readonly setFaults: (faults: Faults) => void;
  /** Why the last one was not done, in words; null: it was, or its fields say. */
  readonly said: string | null;
}

/** Sends forms to one address, and says in words what stood in the way of the last one. */
export function useSendForm(path: string): FormSender {
  const { t, tCode, has } = useWords();
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<Faults>({});
  const [said, setSaid] = useState<string | null>(null);
  const wordsOf = (answer: FormAnswer): string | null => {
    if (answer.kind === 'no-answer') return t('refused.no-answer');
    if (answer.kind !== 'refused') return null;
    const own = `people.refused.${answer.code}`;
    return has(own) ? tCode(own) : tCode('refused.other', { code: answer.code });
  };
  const send = async (body: object): Promise<FormAnswer> => {
    setBusy(true);
    const answer = await sendForm(path, body);
    setBusy(false);
    setFaults(answer.kind === 'faults' ? answer.faults : {});
    setSaid(wordsOf(answer));
    return answer;
  };
  return { send, busy, faults, setFaults, said };
}
