'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState, useSyncExternalStore } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords, useZone } from '@/ui/WordsContext';
import { datesIn } from '@/words';
import { FieldFault, useFaultWords } from './FieldFault';
import { useSendForm } from './useSendForm';

const never = () => () => undefined;

interface Key {
  readonly id: string;
  readonly name: string;
  readonly opens: string;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly usedAt: string | null;
}

/** What other programs read from the shop: the calendar by its address, and the rest by keys that can be taken back. */
export function Keys({
  keys,
  opens,
  calendar,
}: {
  keys: readonly Key[];
  /** What a key can open. */
  opens: readonly string[];
  /** Address of the calendar, without the host. */
  calendar: string;
}) {
  const { t, tCode, locale } = useWords();
  const zone = useZone();
  const router = useRouter();
  const faultWords = useFaultWords();
  const { send, busy, faults, said } = useSendForm('/api/keys');
  const [form, setForm] = useState({ name: '', opens: opens[0] ?? '' });
  const [made, setMade] = useState<string | null>(null);
  const act = async (body: object): Promise<boolean> => {
    const answer = await send(body);
    if (answer.kind !== 'done') return false;
    const { key } = answer.answer;
    setMade(typeof key === 'string' ? key : null);
    router.refresh();
    return true;
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (await act({ act: 'make', ...form, name: form.name.trim() })) setForm({ ...form, name: '' });
  };
  // Told by the browser: behind a proxy the server knows another one.
  const origin = useSyncExternalStore(
    never,
    () => location.origin,
    () => '',
  );
  const date = (iso: string) => datesIn(locale, zone).format(new Date(iso));
  return (
    <div className="grid gap-6">
      <p role="alert" className="text-plum empty:hidden">
        {said}
      </p>
      <section className="grid gap-2">
        <h2 className="text-xl">{t('program-keys.calendar')}</h2>
        <p className="max-w-[70ch] text-soft">{t('program-keys.calendar-about')}</p>
        <div className="flex flex-wrap items-center gap-4">
          <a href={calendar} className={`${BUTTON.quiet} font-mono text-sm break-all`} data-calendar>
            {origin}
            {calendar}
          </a>
          <button
            type="button"
            className={BUTTON.plain}
            disabled={busy}
            onClick={() => void act({ act: 'calendar' })}
          >
            {t('program-keys.exchange')}
          </button>
        </div>
      </section>
      <section className="grid gap-3">
        <h2 className="text-xl">{t('program-keys.title')}</h2>
        <p className="max-w-[70ch] text-soft">{t('program-keys.about')}</p>
        {made && (
          <p className="border border-petrol bg-petrol-wash px-4 py-3" data-made-key>
            {t('program-keys.made')} <b className="font-mono break-all">{made}</b>
          </p>
        )}
        {keys.length === 0 ? (
          <p className="border-t border-line py-3 text-soft">{t('program-keys.none')}</p>
        ) : (
          <table className="w-full border-collapse text-[0.94rem]">
            <thead className="text-left text-sm text-soft">
              <tr className="border-b border-line">
                {(['name', 'opens', 'made-by', 'used'] as const).map((k) => (
                  <th key={k} className="py-1 pr-4 font-semibold">
                    {t(`program-keys.${k}`)}
                  </th>
                ))}
                <th>
                  <span className="sr-only">{t('people.acts')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {keys.map((k) => (
                <tr key={k.id} className="border-b border-line" data-key={k.name}>
                  <th scope="row" className="py-2 pr-4 text-left font-semibold">
                    {k.name}
                  </th>
                  <td className="pr-4">{tCode(`program-keys.opens-${k.opens}`)}</td>
                  <td className="pr-4">
                    {k.madeBy}, {date(k.madeAt)}
                  </td>
                  <td className="pr-4">{k.usedAt ? date(k.usedAt) : t('program-keys.never')}</td>
                  <td className="text-right">
                    <button
                      type="button"
                      className={BUTTON.quiet}
                      disabled={busy}
                      onClick={() => void act({ act: 'revoke', key: k.id })}
                    >
                      {t('program-keys.revoke')}
                      <span className="sr-only">: {k.name}</span>
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <form
          onSubmit={submit}
          noValidate
          className="grid items-start gap-3 bg-raised p-4 md:grid-cols-[1fr_1fr_auto]"
        >
          <label className="grid content-start gap-1 text-sm font-semibold">
            {t('program-keys.name')}
            <input
              className={FIELD}
              name="key-name"
              value={form.name}
              autoComplete="off"
              onChange={(e) => setForm({ ...form, name: e.target.value })}
              aria-invalid={faults.name !== undefined}
            />
            <FieldFault text={faultWords(faults.name)} />
          </label>
          <label className="grid content-start gap-1 text-sm font-semibold">
            {t('program-keys.opens')}
            <select
              className={FIELD}
              name="key-opens"
              value={form.opens}
              onChange={(e) => setForm({ ...form, opens: e.target.value })}
            >
              {opens.map((o) => (
                <option key={o} value={o}>
                  {tCode(`program-keys.opens-${o}`)}
                </option>
              ))}
            </select>
          </label>
          <button type="submit" className={`${BUTTON.main} mt-5.5`} disabled={busy}>
            {t('program-keys.make')}
          </button>
        </form>
      </section>
    </div>
  );
}
