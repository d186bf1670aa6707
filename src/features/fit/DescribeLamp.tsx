'use client';
import { type FormEvent, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { fitView, LAMP_VOLTAGES, type LampVoltage } from '@/core/job';
import { LAMP_FUNCTIONS, type LampFunction } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { readMoney } from './figures';

const EMPTY = { maker: '', name: '', partNumber: '', minutes: '', price: '', words: '' };
type Field = keyof typeof EMPTY;

/** A lamp that the shelf does not have, told from its leaf or its print, for this job alone. */
export function DescribeLamp({ onKept }: { onKept: (application: string) => void }) {
  const { view, words, swap, sender } = useJob();
  const { rates } = useView(fitView);
  const busy = useBusy();
  const { t, tCode, decimal } = words;
  const places = view.positions.filter((p) => swap?.positions.includes(p.key));
  const had = new Set(places.flatMap((p) => p.place.functions.map((f) => f.does as string)));
  const [form, setForm] = useState(EMPTY);
  const [does, setDoes] = useState<readonly LampFunction[]>(LAMP_FUNCTIONS.filter((f) => had.has(f)));
  const [voltage, setVoltage] = useState<LampVoltage>('12');
  const [fault, setFault] = useState<string | null>(null);
  const [wanting, setWanting] = useState<readonly Field[]>([]);
  const at = places[0]?.place.position;
  if (!at) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const missing = (['maker', 'name', 'minutes', 'words'] as const).filter((k) => form[k].trim() === '');
    const minutes = /^\d{1,4}$/.test(form.minutes.trim()) ? Number(form.minutes) : 0;
    const price = readMoney(form.price, decimal);
    const bad: readonly Field[] = [
      ...missing,
      ...(minutes < 1 && !missing.includes('minutes') ? (['minutes'] as const) : []),
      ...(price === null ? (['price'] as const) : []),
    ];
    setWanting(bad);
    if (bad.length > 0 || does.length === 0 || price === null)
      return setFault(t(does.length === 0 ? 'describe.wants-functions' : 'describe.wanting'));
    setFault(null);
    const lamp = uuidv7();
    const kept = await sender.send('lamp-described', {
      lamp,
      role: at.role,
      end: at.end,
      maker: form.maker.trim(),
      name: form.name.trim(),
      ...(form.partNumber.trim() ? { partNumber: form.partNumber.trim() } : {}),
      does: [...does],
      voltage,
      minutes,
      price: { minor: price, currency: rates.hour.currency },
      words: form.words.trim(),
    });
    if (kept) onKept(`own/${lamp}`);
  };
  const field = (k: Field, more = '') => (
    <label className={`grid content-start gap-1 text-sm font-semibold ${more}`}>
      {t(`describe.${k}`)}
      <input
        className={FIELD}
        name={`lamp-${k}`}
        value={form[k]}
        maxLength={k === 'words' ? 500 : 80}
        inputMode={k === 'minutes' || k === 'price' ? 'decimal' : 'text'}
        autoComplete="off"
        onChange={(e) => setForm({ ...form, [k]: e.target.value })}
        aria-invalid={wanting.includes(k)}
      />
    </label>
  );
  return (
    <form onSubmit={submit} noValidate className="grid gap-3 bg-raised p-4" data-describe-form>
      <p className="text-sm text-soft">{t('describe.about')}</p>
      <div className="grid gap-3 md:grid-cols-3">
        {field('maker')}
        {field('name')}
        {field('partNumber')}
        <label className="grid content-start gap-1 text-sm font-semibold">
          {t('describe.voltage')}
          <select
            className={FIELD}
            value={voltage}
            onChange={(e) => setVoltage(e.target.value as LampVoltage)}
          >
            {LAMP_VOLTAGES.map((v) => (
              <option key={v} value={v}>
                {tCode(`describe.volts.${v}`)}
              </option>
            ))}
          </select>
        </label>
        {field('minutes')}
        {field('price')}
        {field('words', 'md:col-span-3')}
      </div>
      <fieldset>
        <legend className="text-sm font-semibold">{t('describe.does')}</legend>
        <div className="mt-1 flex flex-wrap gap-x-5 text-sm">
          {LAMP_FUNCTIONS.map((f) => (
            <label key={f} className="flex min-h-7 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4.5 accent-petrol"
                checked={does.includes(f)}
                onChange={(e) =>
                  setDoes(LAMP_FUNCTIONS.filter((x) => (x === f ? e.target.checked : does.includes(x))))
                }
              />
              {tCode(`does.${f}`)}
            </label>
          ))}
        </div>
      </fieldset>
      <p role="alert" className="text-sm text-plum empty:hidden">
        {fault}
      </p>
      <div>
        <button type="submit" className={BUTTON.main} disabled={busy}>
          {t('describe.save')}
        </button>
      </div>
    </form>
  );
}
