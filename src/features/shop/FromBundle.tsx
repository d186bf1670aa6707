'use client';
import { type FormEvent, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { useWords } from '@/ui/WordsContext';

/** Opens the installation with a shop that was taken out elsewhere. @param link key of the link */
export function FromBundle({ link }: { link: string }) {
  const { t, tCode, has } = useWords();
  const [lead, setLead] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [password, setPassword] = useState<string | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!file || lead.trim() === '') return setSaid(t('first-day.faults'));
    setBusy(true);
    setSaid(null);
    try {
      const response = await fetch(`/api/first-day/bundle?lead=${encodeURIComponent(lead.trim())}`, {
        method: 'POST',
        headers: { 'x-first-day-key': link, 'content-type': 'application/gzip' },
        body: file,
      });
      const answer = (await response.json()) as { password?: string; code?: string };
      if (answer.password) setPassword(answer.password);
      else {
        const own = `people.refused.${answer.code ?? ''}`;
        setSaid(has(own) ? tCode(own) : tCode('refused.other', { code: answer.code ?? 'other' }));
      }
    } catch {
      setSaid(t('refused.no-answer'));
    }
    setBusy(false);
  };
  if (password !== null)
    return (
      <div className="grid gap-3 border border-petrol bg-petrol-wash px-4 py-3" data-brought-in>
        <p>
          {t('people.temporary', { name: lead.trim() })} <b className="font-mono text-lg">{password}</b>
        </p>
        <p>
          <Link href="/sign-in" className={BUTTON.plain}>
            {t('first-day.to-sign-in')}
          </Link>
        </p>
      </div>
    );
  return (
    <form onSubmit={submit} noValidate className="grid gap-4 border-t border-line pt-4">
      <h2 className="text-lg">{t('first-day.bundle')}</h2>
      <p className="max-w-[70ch] text-soft">{t('first-day.bundle-about')}</p>
      <div className="grid gap-4 md:grid-cols-2">
        <label className="grid content-start gap-1 text-sm font-semibold">
          {t('first-day.bundle-file')}
          <input
            className={FIELD}
            type="file"
            name="bundle"
            accept=".gz,.tgz,application/gzip"
            onChange={(e) => setFile(e.target.files?.[0] ?? null)}
          />
        </label>
        <label className="grid content-start gap-1 text-sm font-semibold">
          {t('first-day.bundle-lead')}
          <input
            className={FIELD}
            name="bundle-lead"
            value={lead}
            autoComplete="off"
            onChange={(e) => setLead(e.target.value)}
          />
        </label>
      </div>
      <p role="alert" className="text-plum empty:hidden">
        {said}
      </p>
      <div>
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t(busy ? 'first-day.bundle-going' : 'first-day.bundle-in')}
        </button>
      </div>
    </form>
  );
}
