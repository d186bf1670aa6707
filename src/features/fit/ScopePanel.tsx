'use client';
import { type FormEvent, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { BUTTON, FIELD } from '@/ui/classes';
import { fitView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';

const EMPTY = { words: '', minutes: '', parts: '', tests: '', consent: '' };

/** Work added in mid-job: its own time, parts, tests and consent, so that none of them grows in silence. */
export function ScopePanel() {
  const { view, words, sender } = useJob();
  const fit = useView(fitView);
  const { t } = words;
  const [open, setOpen] = useState(false);
  const [form, setForm] = useState(EMPTY);
  const [fault, setFault] = useState(false);
  const set = (k: keyof typeof EMPTY) => (e: { target: { value: string } }) =>
    setForm({ ...form, [k]: e.target.value });
  const wanted = (k: keyof typeof EMPTY) =>
    form[k].trim() === '' || (k === 'minutes' && !/^\d+$/.test(form[k].trim()));
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const bad = (['words', 'minutes', 'tests', 'consent'] as const).some(wanted);
    setFault(bad);
    if (bad) return;
    const kept = await sender.send('scope-added', {
      scope: uuidv7(),
      words: form.words.trim(),
      minutes: Number(form.minutes),
      parts: form.parts.trim(),
      tests: form.tests.trim(),
      consent: form.consent.trim(),
    });
    if (kept) {
      setForm(EMPTY);
      setOpen(false);
    }
  };
  const field = (k: keyof typeof EMPTY, wide = '') => (
    <label className={`grid gap-1 text-sm font-semibold ${wide}`}>
      {t(`scope.${k}`)}
      <input
        className={FIELD}
        value={form[k]}
        onChange={set(k)}
        inputMode={k === 'minutes' ? 'numeric' : 'text'}
        aria-invalid={fault && k !== 'parts' && wanted(k)}
      />
    </label>
  );
  return (
    <section aria-label={t('scope.title')}>
      <h3 className="mb-1 text-lg">{t('scope.title')}</h3>
      <ul>
        {fit.scopes.map((s) => (
          <li key={s.event} className="border-b border-line py-1">
            {s.words} · {t('looks.minutes', { minutes: s.minutes })}
            <span className="text-sm text-soft"> · {view.names[s.by] ?? ''}</span>
          </li>
        ))}
      </ul>
      <button className={BUTTON.quiet} aria-expanded={open} onClick={() => setOpen(!open)}>
        {t('scope.add')}
      </button>
      {open && (
        <form onSubmit={submit} noValidate className="grid gap-3 bg-raised p-3 md:grid-cols-2">
          {field('words', 'md:col-span-2')}
          {field('minutes')}
          {field('parts')}
          {field('tests')}
          {field('consent')}
          <p role="alert" className="text-sm text-plum md:col-span-2">
            {fault && t('scope.all-wanted')}
          </p>
          <div>
            <button type="submit" className={BUTTON.main}>
              {t('scope.save')}
            </button>
          </div>
        </form>
      )}
    </section>
  );
}
