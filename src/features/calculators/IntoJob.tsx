'use client';
import { createContext, type FormEvent, useContext, useState } from 'react';
import type { Calculator } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { useSend } from '../job/useSend';

/** A job that a result can be put into. */
export interface OpenJob {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  /** Lamps that are being changed. */
  readonly positions: readonly string[];
  readonly lastAt: string | null;
}

export interface Noted {
  readonly inputs: readonly { readonly name: string; readonly typed: string }[];
  readonly result: string;
}

export const IntoJobContext = createContext<{
  readonly jobs: readonly OpenJob[];
  readonly calculator: Calculator;
  readonly mayNote: boolean;
} | null>(null);

/** Puts a result, with what went in and its formula, into a job. */
export function IntoJob({ noted, formula }: { noted: Noted; formula: string }) {
  const scope = useContext(IntoJobContext);
  const { t } = useWords();
  const [id, setId] = useState(scope?.jobs[0]?.id ?? '');
  if (!scope?.mayNote) return null;
  const job = scope.jobs.find((j) => j.id === id);
  return (
    <details className="border-t border-line pt-2" data-into-job>
      <summary className="cursor-pointer font-semibold">{t('calc.into-job')}</summary>
      {!job ? (
        <p className="text-soft">{t('calc.into-job-none')}</p>
      ) : (
        <Form key={job.id} job={job} noted={noted} formula={formula} calculator={scope.calculator}>
          <label className="grid gap-1 text-sm font-semibold">
            {t('calc.into-job-pick')}
            <select className={FIELD} value={id} onChange={(e) => setId(e.target.value)}>
              {scope.jobs.map((j) => (
                <option key={j.id} value={j.id}>
                  {String(j.number).padStart(4, '0')} {j.vehicle}
                </option>
              ))}
            </select>
          </label>
        </Form>
      )}
    </details>
  );
}

/** A figure sets no value that somebody else could have set. */
const NO_VALUES = {};

function Form({
  job,
  noted,
  formula,
  calculator,
  children,
}: {
  job: OpenJob;
  noted: Noted;
  formula: string;
  calculator: Calculator;
  children: React.ReactNode;
}) {
  const words = useWords();
  const { t, tCode } = words;
  const say = plainWording(words);
  const { sender, sent } = useSend(job.id, job.lastAt, NO_VALUES);
  const [position, setPosition] = useState('');
  const [note, setNote] = useState('');
  const [done, setDone] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setDone(
      await sender.send('figure-noted', {
        calculator,
        inputs: noted.inputs,
        result: noted.result,
        formula,
        ...(position ? { position } : {}),
        ...(note.trim() ? { words: note.trim() } : {}),
      }),
    );
  };
  const { state } = sent;
  return (
    <form onSubmit={submit} noValidate className="flex flex-wrap items-end gap-3 pt-2" data-noted={done}>
      {children}
      <label className="grid gap-1 text-sm font-semibold">
        {t('calc.into-job-position')}
        <select className={FIELD} value={position} onChange={(e) => setPosition(e.target.value)}>
          <option value="">{t('calc.into-job-whole')}</option>
          {job.positions.map((p) => (
            <option key={p} value={p}>
              {say.position(p)}
            </option>
          ))}
        </select>
      </label>
      <label className="grid gap-1 text-sm font-semibold">
        {t('calc.into-job-words')}
        <input className={FIELD} value={note} onChange={(e) => setNote(e.target.value)} />
      </label>
      <button type="submit" className={BUTTON.main} disabled={state.kind === 'sending'}>
        {t('calc.into-job-save')}
      </button>
      <p role="status" className="w-full text-sm">
        {state.kind === 'refused' || state.kind === 'held'
          ? t('calc.into-job-failed', { why: tCode(`${state.kind}.${state.code}`) })
          : done && t('calc.into-job-done', { number: String(job.number).padStart(4, '0') })}
      </p>
    </form>
  );
}
