'use client';
import { createAuthClient } from 'better-auth/react';
import { usernameClient } from 'better-auth/client/plugins';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { useForm } from 'react-hook-form';
import { BUTTON, FIELD } from '@/ui/classes';
import { BoltMark } from '@/ui/BoltMark';
import { useFrameWords } from '@/ui/WordsContext';

const client = createAuthClient({ plugins: [usernameClient()] });

type Fault = 'sign-in.wrong' | 'sign-in.blocked' | 'sign-in.no-answer';

/** @param waiting what waits on this device for somebody’s sign-in */
export function SignIn({ waiting }: { waiting?: ReactNode }) {
  const { t } = useFrameWords();
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const { register, handleSubmit, formState } = useForm<{ username: string; password: string }>();

  const submit = handleSubmit(async ({ username, password }) => {
    setFault(null);
    const { error } = await client.signIn.username({ username: username.trim(), password });
    if (!error) {
      router.replace('/');
      return router.refresh();
    }
    setFault(
      error.status === 429
        ? 'sign-in.blocked'
        : error.status >= 400 && error.status < 500
          ? 'sign-in.wrong'
          : 'sign-in.no-answer',
    );
  });

  return (
    <main className="mx-auto grid min-h-dvh max-w-sm content-center gap-6 px-6">
      <div className="flex items-center gap-3">
        <BoltMark />
        <h1 className="text-3xl">Yonder Bolt</h1>
      </div>
      <p className="text-soft">{t('sign-in.about')}</p>
      {waiting}
      <form method="post" onSubmit={submit} className="grid gap-4" noValidate>
        <label className="grid gap-1 font-semibold">
          {t('sign-in.username')}
          <input
            className={FIELD}
            autoComplete="username"
            autoCapitalize="none"
            autoFocus
            {...register('username', { required: true })}
            aria-invalid={!!formState.errors.username}
          />
        </label>
        <label className="grid gap-1 font-semibold">
          {t('sign-in.password')}
          <input
            className={FIELD}
            type="password"
            autoComplete="current-password"
            {...register('password', { required: true })}
            aria-invalid={!!formState.errors.password}
          />
        </label>
        <p role="alert" className="min-h-6 text-plum">
          {fault && t(fault)}
        </p>
        <button type="submit" className={BUTTON.main} disabled={formState.isSubmitting}>
          {t('sign-in.submit')}
        </button>
      </form>
    </main>
  );
}
