'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { useWords } from '@/ui/WordsContext';
import { FieldFault, useFaultWords } from './FieldFault';
import { useSendForm } from './useSendForm';

/** One's own password and sessions. After either one signs in anew. @param temporary the password has to be changed first */
export function Own({ temporary }: { temporary: boolean }) {
  const { t } = useWords();
  const router = useRouter();
  const words = useFaultWords();
  const [form, setForm] = useState({ old: '', new: '' });
  const { send: sendForm, busy, faults, said } = useSendForm('/api/me');
  const send = async (body: object) => {
    if ((await sendForm(body)).kind !== 'done') return;
    router.replace('/sign-in');
    router.refresh();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void send({ act: 'password', ...form });
  };
  return (
    <main id="main" tabIndex={-1} className="mx-auto grid max-w-xl gap-6 px-6 py-6">
      {!temporary && (
        <p>
          <Link href="/" className={BUTTON.quiet}>
            {t('find.back')}
          </Link>
        </p>
      )}
      <h1 className="text-3xl">{t('own-sign-in.title')}</h1>
      {temporary && (
        <p className="border border-indigo bg-indigo-wash px-4 py-3" data-must-change>
          {t('own-sign-in.temporary')}
        </p>
      )}
      <form onSubmit={submit} noValidate className="grid gap-4">
        {(['old', 'new'] as const).map((k) => (
          <label key={k} className="grid gap-1 font-semibold">
            {t(`own-sign-in.${k}`)}
            <input
              className={FIELD}
              type="password"
              name={`password-${k}`}
              autoComplete={k === 'old' ? 'current-password' : 'new-password'}
              value={form[k]}
              onChange={(e) => setForm({ ...form, [k]: e.target.value })}
              aria-invalid={faults[k] !== undefined}
            />
            <FieldFault text={words(faults[k])} />
          </label>
        ))}
        <p role="alert" className="text-plum empty:hidden">
          {said}
        </p>
        <div>
          <button type="submit" className={BUTTON.main} disabled={busy}>
            {t('own-sign-in.change')}
          </button>
        </div>
      </form>
      {!temporary && (
        <section className="border-t border-line pt-4">
          <p className="text-sm text-soft">{t('own-sign-in.sessions-about')}</p>
          <button
            type="button"
            className={`${BUTTON.plain} mt-2`}
            disabled={busy}
            onClick={() => void send({ act: 'sessions' })}
          >
            {t('own-sign-in.sessions')}
          </button>
        </section>
      )}
    </main>
  );
}
