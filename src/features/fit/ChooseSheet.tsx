'use client';
import { type FormEvent, useState } from 'react';
import type { Candidate } from '@/core/fitment';
import { BUTTON, FIELD } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useJob } from '../job/JobContext';

/** A lead takes a lamp against its verdict: with a reason, with the customer's consent, and an open item stays. */
export function ChooseSheet({
  open,
  onOpenChange,
  candidate,
  onTake,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  candidate: Candidate | null;
  onTake: (override: { words: string; consent: string }) => Promise<boolean>;
}) {
  const { words, rights } = useJob();
  const { t, tCode } = words;
  const [why, setWhy] = useState('');
  const [consent, setConsent] = useState('');
  const [fault, setFault] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const bad = why.trim() === '' || consent.trim() === '';
    setFault(bad);
    if (!bad && (await onTake({ words: why.trim(), consent: consent.trim() }))) onOpenChange(false);
  };
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title={t('override.title')}
      about={t('override.about', {
        verdict: tCode(`verdict.${candidate?.judgement.verdict ?? 'check-first'}`),
      })}
      close={t('close')}
    >
      {rights.override ? (
        <form onSubmit={submit} className="grid gap-4" noValidate>
          <label className="grid gap-1 text-sm font-semibold">
            {t('override.why')}
            <textarea
              className={FIELD}
              rows={2}
              value={why}
              onChange={(e) => setWhy(e.target.value)}
              aria-invalid={fault && why.trim() === ''}
            />
          </label>
          <label className="grid gap-1 text-sm font-semibold">
            {t('override.consent')}
            <textarea
              className={FIELD}
              rows={2}
              value={consent}
              onChange={(e) => setConsent(e.target.value)}
              aria-invalid={fault && consent.trim() === ''}
            />
          </label>
          <p role="alert" className="min-h-5 text-sm text-plum">
            {fault && t('override.both')}
          </p>
          <button type="submit" className={BUTTON.main}>
            {t('override.take')}
          </button>
        </form>
      ) : (
        <p>{t('override.lead-only')}</p>
      )}
    </Sheet>
  );
}
