'use client';
import { type FormEvent, useState } from 'react';
import { arriveView, saysSomething } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { useAsked } from '../job/useAsked';
import { type FamilyChoice, FamilyPicker } from '../job/FamilyPicker';

type Open = 'line' | 'words' | 'abandon' | null;

/** The way back from what a job was opened with: its line, the customer’s words, the job itself. */
export function CorrectJob() {
  const { view, words } = useJob();
  const { t } = words;
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const toggle = (which: Open) => setOpen(open === which ? null : which);
  return (
    <section className="border-t border-line pt-3" aria-label={t('correct.title')}>
      <div className="flex flex-wrap gap-x-5">
        {(['words', 'line', ...(view.abandoned ? [] : (['abandon'] as const))] as const).map((which) => (
          <button
            key={which}
            type="button"
            className={BUTTON.quiet}
            aria-expanded={open === which}
            onClick={() => toggle(which)}
            data-correct={which}
          >
            {t(`correct.${which}`)}
          </button>
        ))}
      </div>
      {open === 'words' && <WordsForm onDone={close} />}
      {open === 'line' && <LineForm onDone={close} />}
      {open === 'abandon' && <AbandonForm onDone={close} />}
    </section>
  );
}

function WordsForm({ onDone }: { onDone: () => void }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const arrive = useView(arriveView);
  const { t } = words;
  const [text, setText] = useState(arrive.words);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    if (await sender.send('words-corrected', { words: text.trim() })) onDone();
  };
  return (
    <form onSubmit={submit} noValidate className="mt-2 grid gap-2 bg-raised p-3">
      <label className="grid gap-1 text-sm font-semibold">
        {t('new.words')}
        <textarea
          className={FIELD}
          rows={2}
          value={text}
          onChange={(e) => setText(e.target.value)}
          autoFocus
        />
      </label>
      <div>
        <button type="submit" className={BUTTON.main} disabled={busy || text.trim() === ''}>
          {t('save')}
        </button>
      </div>
    </form>
  );
}

/** Another line of the shelf. What does not fit on it is kept, stands in nothing, and is listed with the open items. */
function LineForm({ onDone }: { onDone: () => void }) {
  const { view, words, sender } = useJob();
  const busy = useBusy();
  const { t } = words;
  const lines = useAsked<readonly FamilyChoice[]>('/api/shelf/lines', []);
  const [line, setLine] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { vehicle } = view;
    const answer = await sender.request<{ readonly code?: string }>(`/api/jobs/${view.id}/identity`, {
      vehicle: vehicle.id,
      version: vehicle.version,
      vin: vehicle.vin,
      plate: vehicle.plate,
      family: line,
      job: view.id,
    });
    if (answer && answer.code === undefined) onDone();
  };
  if (!lines.data) return <p role="status">{t(lines.failed ? 'asked.failed' : 'asked.working')}</p>;
  return (
    <form onSubmit={submit} noValidate className="mt-2 grid max-w-lg gap-2 bg-raised p-3">
      <FamilyPicker
        families={lines.data.filter((f) => f.id !== view.family.id)}
        chosen={line}
        onChoose={setLine}
        fault={null}
      />
      <p className="text-sm text-soft">{t('correct.line-about')}</p>
      <div>
        <button type="submit" className={BUTTON.main} disabled={busy || line === ''}>
          {t('correct.line-save')}
        </button>
      </div>
    </form>
  );
}

function AbandonForm({ onDone }: { onDone: () => void }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t } = words;
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const said = text.trim();
    setFault(!saysSomething(said));
    if (!saysSomething(said)) return;
    if (await sender.send('job-abandoned', { abandoned: true, words: said })) onDone();
  };
  return (
    <form onSubmit={submit} noValidate className="mt-2 grid gap-2 bg-raised p-3" data-abandon>
      <label className="grid gap-1 text-sm font-semibold">
        {t('correct.abandon-why')}
        <input
          className={FIELD}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault}
          autoFocus
        />
      </label>
      <p className="text-sm text-soft">{t('correct.abandon-about')}</p>
      <div className="flex items-center gap-3">
        <button type="submit" className={BUTTON.main} disabled={busy}>
          {t('correct.abandon-save')}
        </button>
        <p role="alert" className="text-sm text-plum">
          {fault && t('refused.words-say-nothing')}
        </p>
      </div>
    </form>
  );
}
