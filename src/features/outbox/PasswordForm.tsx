'use client';
import { type FormEvent, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { useFrameWords } from '@/ui/WordsContext';

/** A password, and whose it is where that has to be said; what stands in the way is said beside it. */
export function PasswordForm({
  named,
  does,
  onGive,
}: {
  /** A user name is asked as well. */
  named: boolean;
  does: string;
  /** @returns code of what stands in the way; null: nothing */
  onGive: (given: { readonly username?: string; readonly password: string }) => Promise<string | null>;
}) {
  const { t, tCode, has } = useFrameWords();
  const [form, setForm] = useState({ username: '', password: '' });
  const [state, setState] = useState<{ readonly busy: boolean; readonly code: string | null }>({
    busy: false,
    code: null,
  });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setState({ busy: true, code: null });
    const code = await onGive({
      ...(named ? { username: form.username.trim() } : {}),
      password: form.password,
    });
    setState({ busy: false, code });
    if (code !== null) setForm((f) => ({ ...f, password: '' }));
  };
  return (
    <form onSubmit={(e) => void submit(e)} noValidate className="grid max-w-sm gap-3" data-password-form>
      {named && (
        <label className="grid gap-1 font-semibold">
          {t('lead.username')}
          <input
            className={`${FIELD} min-h-12`}
            name="lead"
            value={form.username}
            autoComplete="off"
            autoCapitalize="none"
            onChange={(e) => setForm({ ...form, username: e.target.value })}
            autoFocus
          />
        </label>
      )}
      <label className="grid gap-1 font-semibold">
        {t(named ? 'lead.password-of' : 'lead.password')}
        <input
          className={`${FIELD} min-h-12`}
          type="password"
          name="password"
          value={form.password}
          autoComplete={named ? 'off' : 'current-password'}
          onChange={(e) => setForm({ ...form, password: e.target.value })}
          autoFocus={!named}
        />
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="submit"
          className={`${BUTTON.main} min-h-12`}
          disabled={state.busy || form.password === '' || (named && form.username.trim() === '')}
          data-password-go
        >
          {does}
        </button>
        <p role="alert" className="text-plum empty:hidden">
          {state.code !== null &&
            (has(`lead.fault.${state.code}`) ? tCode(`lead.fault.${state.code}`) : t('lead.fault.other'))}
        </p>
      </div>
    </form>
  );
}
