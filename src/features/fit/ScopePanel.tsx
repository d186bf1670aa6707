'use client';
import { type FormEvent, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { fitView, workPrice } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { readMoney } from './figures';

const EMPTY = { words: '', minutes: '', price: '', parts: '', tests: '', consent: '' };
type Field = keyof typeof EMPTY;
const WANTED = ['words', 'minutes', 'tests', 'consent'] as const;

/** Work besides lamps that was added in mid-job: its own time, price, parts, tests and consent, so that none grows in silence. */
export function ScopePanel() {
  const { view, words, say, sender } = useJob();
  const fit = useView(fitView);
  const { t } = words;
  const [open, setOpen] = useState(false);
  return (
    <section aria-label={t('scope.title')}>
      <div className="mb-1 flex flex-wrap items-baseline gap-x-5">
        <h3 className="text-lg">{t('scope.title')}</h3>
        <button className={BUTTON.quiet} aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('scope.add')}
        </button>
      </div>
      <ul>
        {fit.scopes.map((s) => (
          <li
            key={s.event}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1"
            data-scope
          >
            <span>{s.words}</span>
            <span className="text-sm text-soft">
              {t('looks.minutes', { minutes: s.minutes })}
              {s.price && ` · ${say.money(s.price.minor, s.price.currency)}`} · {view.names[s.by] ?? ''}
            </span>
            <button
              type="button"
              className={BUTTON.quiet}
              onClick={() => void sender.send('void', { target: s.event })}
            >
              {t('scope.undo')}
            </button>
          </li>
        ))}
      </ul>
      {open && <ScopeForm onKept={() => setOpen(false)} />}
      {fit.swaps.length + fit.scopes.length > 1 && (
        <p className="mt-2 border-t border-line pt-2 font-semibold" data-whole>
          {t('quote.whole', {
            minutes: fit.whole.minutes,
            total: fit.whole.total
              ? say.money(fit.whole.total.minor, fit.whole.total.currency)
              : t('quote.no-price'),
          })}
        </p>
      )}
    </section>
  );
}

function ScopeForm({ onKept }: { onKept: () => void }) {
  const { words, sender } = useJob();
  const { rates } = useView(fitView);
  const busy = useBusy();
  const { t, decimal } = words;
  const [form, setForm] = useState(EMPTY);
  const [fault, setFault] = useState<'all-wanted' | 'price-wrong' | null>(null);
  const set = (k: Field) => (e: { target: { value: string } }) => setForm({ ...form, [k]: e.target.value });
  const isMinutes = /^\d{1,5}$/.test(form.minutes.trim());
  const missing = (k: Field) => form[k].trim() === '' || (k === 'minutes' && !isMinutes);
  // The shop's hour for those minutes, until somebody says another price.
  const reckoned = isMinutes ? workPrice(rates, Number(form.minutes)).minor : null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (WANTED.some(missing)) return setFault('all-wanted');
    const typed = form.price.trim() === '' ? reckoned : readMoney(form.price, decimal);
    if (typed === null) return setFault('price-wrong');
    setFault(null);
    const kept = await sender.send('scope-added', {
      scope: uuidv7(),
      words: form.words.trim(),
      minutes: Number(form.minutes),
      parts: form.parts.trim(),
      tests: form.tests.trim(),
      consent: form.consent.trim(),
      price: { minor: typed, currency: rates.hour.currency },
    });
    if (kept) onKept();
  };
  const field = (k: Field, wide = '') => (
    <label className={`grid gap-1 text-sm font-semibold ${wide}`}>
      {t(`scope.${k}`)}
      <input
        className={FIELD}
        value={form[k]}
        onChange={set(k)}
        inputMode={k === 'minutes' || k === 'price' ? 'decimal' : 'text'}
        placeholder={
          k === 'price' && reckoned !== null ? (reckoned / 100).toFixed(2).replace('.', decimal) : undefined
        }
        aria-invalid={
          (fault === 'all-wanted' && k !== 'parts' && k !== 'price' && missing(k)) ||
          (fault === 'price-wrong' && k === 'price')
        }
      />
    </label>
  );
  return (
    <form onSubmit={submit} noValidate className="grid gap-3 bg-raised p-3 md:grid-cols-2">
      {field('words', 'md:col-span-2')}
      {field('minutes')}
      {field('price')}
      {field('parts')}
      {field('tests')}
      {field('consent', 'md:col-span-2')}
      <p role="alert" className="text-sm text-plum empty:hidden md:col-span-2">
        {fault && t(`scope.${fault}`)}
      </p>
      <div>
        <button type="submit" className={BUTTON.main} disabled={busy}>
          {t('scope.save')}
        </button>
      </div>
    </form>
  );
}
