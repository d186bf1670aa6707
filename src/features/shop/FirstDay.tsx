'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { BoltMark } from '@/ui/BoltMark';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { FromBundle } from './FromBundle';
import { FieldFault, useFaultWords } from './FieldFault';
import { ShopFields } from './ShopFields';
import { keptOf, type ShopValues } from './shopValues';
import { useSendForm } from './useSendForm';

const START: ShopValues = {
  name: '',
  zone: '',
  locale: 'en-GB',
  currency: 'EUR',
  hour: '',
  tax: '0',
  opens: '07:30',
  closes: '17:30',
  market: 'unknown',
  bays: ['Bay 1', 'Bay 2'],
  sheetHead: '',
  sheetFoot: '',
};

/** The first day of a shop: what it is, who leads it, what its shelf begins with. @param link key of the link; null: it is not good */
export function FirstDay({
  link,
  zone,
  zones,
}: {
  link: string | null;
  /** Time zone of the server, to begin with. */
  zone: string;
  zones: readonly string[];
}) {
  const { t, decimal } = useWords();
  const router = useRouter();
  const said = useFaultWords();
  const [shop, setShop] = useState<ShopValues>({ ...START, zone });
  const [lead, setLead] = useState({ name: '', username: '', password: '' });
  const [shelf, setShelf] = useState<'starter' | 'empty'>('starter');
  const { send, busy, faults, setFaults, said: refused } = useSendForm('/api/first-day');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const read = keptOf(shop, decimal);
    if ('faults' in read) return setFaults(read.faults);
    const answer = await send({
      ...read.kept,
      key: link,
      shelf,
      lead: { ...lead, name: lead.name.trim(), username: lead.username.trim() },
    });
    if (answer.kind === 'done') router.push('/sign-in');
  };
  const fault = Object.keys(faults).length > 0 ? t('first-day.faults') : refused;
  const field = (k: keyof typeof lead, type = 'text') => (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {t(`person.${k}`)}
      <input
        className={FIELD}
        name={`lead-${k}`}
        type={type}
        value={lead[k]}
        autoComplete={k === 'password' ? 'new-password' : k === 'username' ? 'username' : 'name'}
        onChange={(e) => setLead({ ...lead, [k]: e.target.value })}
        aria-invalid={faults[`lead.${k}`] !== undefined}
      />
      <FieldFault text={said(faults[`lead.${k}`])} />
    </label>
  );
  return (
    <main className="mx-auto grid max-w-4xl gap-6 px-6 py-8">
      <div className="flex items-center gap-3">
        <BoltMark />
        <h1 className="text-3xl">{t('first-day.title')}</h1>
      </div>
      {link === null ? (
        <p className="border border-plum bg-plum-wash px-4 py-3" data-link-bad>
          {t('people.refused.key-not-good')}
        </p>
      ) : (
        <form onSubmit={submit} noValidate className="grid gap-6">
          <p className="text-soft">{t('first-day.about')}</p>
          <fieldset className="border-t border-line pt-4">
            <legend className="font-head text-lg font-semibold">{t('first-day.shop')}</legend>
            <ShopFields values={shop} onChange={setShop} faults={faults} zones={zones} />
          </fieldset>
          <fieldset className="border-t border-line pt-4">
            <legend className="font-head text-lg font-semibold">{t('first-day.lead')}</legend>
            <div className="grid gap-4 md:grid-cols-3">
              {field('name')}
              {field('username')}
              {field('password', 'password')}
            </div>
            <p className="mt-1 text-sm text-soft">{t('first-day.lead-about')}</p>
          </fieldset>
          <fieldset className="grid gap-2 border-t border-line pt-4">
            <legend className="font-head text-lg font-semibold">{t('first-day.shelf')}</legend>
            {(['starter', 'empty'] as const).map((s) => (
              <label key={s} className="flex items-baseline gap-2">
                <input
                  type="radio"
                  name="shelf"
                  className="accent-petrol"
                  checked={shelf === s}
                  onChange={() => setShelf(s)}
                />
                <span>
                  <b>{t(`first-day.shelf-${s}`)}</b>{' '}
                  <span className="text-sm text-soft">{t(`first-day.shelf-${s}-about`)}</span>
                </span>
              </label>
            ))}
          </fieldset>
          <p role="alert" className="text-plum empty:hidden">
            {fault}
          </p>
          <div>
            <button type="submit" className={BUTTON.main} disabled={busy}>
              {t('first-day.open')}
            </button>
          </div>
        </form>
      )}
      {link !== null && <FromBundle link={link} />}
    </main>
  );
}
