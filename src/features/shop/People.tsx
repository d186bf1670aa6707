'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { ROLES } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { FieldFault, useFaultWords } from './FieldFault';
import type { FormAnswer } from './sendForm';
import type { Faults } from './shopValues';
import { useSendForm } from './useSendForm';

interface Person {
  readonly id: string;
  readonly name: string;
  readonly username: string;
  readonly role: string;
  readonly ended: string | null;
  readonly temporary: boolean;
  readonly blocked: boolean;
}

/** Who works here, what each is, and the way in and out. */
export function People({ people, self }: { people: readonly Person[]; self: string }) {
  const { t, tCode } = useWords();
  const router = useRouter();
  const { send, busy, faults, said } = useSendForm('/api/people');
  const [shown, setShown] = useState<{ name: string; password: string } | null>(null);
  const act = async (body: object, name: string): Promise<FormAnswer> => {
    const answer = await send(body);
    if (answer.kind === 'done') {
      const { password } = answer.answer;
      setShown(typeof password === 'string' ? { name, password } : null);
      router.refresh();
    }
    return answer;
  };
  return (
    <div className="grid gap-5">
      {shown && (
        <p className="border border-petrol bg-petrol-wash px-4 py-3" data-temporary>
          {t('people.temporary', { name: shown.name })} <b className="font-mono text-lg">{shown.password}</b>
        </p>
      )}
      <p role="alert" className="text-plum empty:hidden">
        {said}
      </p>
      <table className="w-full border-collapse text-[0.94rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            {(['name', 'username', 'role', 'state'] as const).map((k) => (
              <th key={k} className="py-1 pr-4 font-semibold">
                {t(`people.${k}`)}
              </th>
            ))}
            <th>
              <span className="sr-only">{t('people.acts')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {people.map((p) => (
            <tr
              key={p.id}
              data-person={p.username}
              className={`border-b border-line ${p.ended ? 'text-soft' : ''}`}
            >
              <th scope="row" className="py-2 pr-4 text-left font-semibold">
                {p.name}
              </th>
              <td className="pr-4 font-mono">{p.username}</td>
              <td className="pr-4">
                <select
                  className={`${FIELD} w-auto py-0.5`}
                  aria-label={t('people.role-of', { name: p.name })}
                  value={p.role}
                  disabled={busy || p.ended !== null}
                  onChange={(e) => void act({ act: 'role', person: p.id, role: e.target.value }, p.name)}
                >
                  {ROLES.map((r) => (
                    <option key={r} value={r}>
                      {tCode(`role.${r}`)}
                    </option>
                  ))}
                </select>
              </td>
              <td className="pr-4 text-sm">
                {p.ended
                  ? t('people.ended')
                  : p.blocked
                    ? t('people.blocked')
                    : p.temporary
                      ? t('people.has-temporary')
                      : t('people.works')}
              </td>
              <td className="text-right text-sm">
                {p.ended === null && p.blocked && (
                  <Act
                    label={t('people.unlock')}
                    name={p.name}
                    busy={busy}
                    onAct={() => act({ act: 'unlock', person: p.id }, p.name)}
                  />
                )}
                {p.ended === null && p.id !== self && (
                  <Act
                    label={t('people.new-password')}
                    name={p.name}
                    busy={busy}
                    onAct={() => act({ act: 'password', person: p.id }, p.name)}
                  />
                )}
                <Act
                  label={t(p.ended ? 'people.back' : 'people.end')}
                  name={p.name}
                  busy={busy}
                  onAct={() => act({ act: p.ended ? 'back' : 'end', person: p.id }, p.name)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <AddPerson busy={busy} faults={faults} onAdd={(body) => act({ act: 'add', ...body }, body.name)} />
    </div>
  );
}

function Act({
  label,
  name,
  busy,
  onAct,
}: {
  label: string;
  name: string;
  busy: boolean;
  onAct: () => Promise<unknown>;
}) {
  return (
    <button type="button" className={BUTTON.quiet} disabled={busy} onClick={() => void onAct()}>
      {label}
      <span className="sr-only">: {name}</span>
    </button>
  );
}

function AddPerson({
  busy,
  faults,
  onAdd,
}: {
  busy: boolean;
  faults: Faults;
  onAdd: (body: { name: string; username: string; role: string }) => Promise<FormAnswer>;
}) {
  const { t, tCode } = useWords();
  const said = useFaultWords();
  const [form, setForm] = useState({ name: '', username: '', role: 'technician' });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body = { ...form, name: form.name.trim(), username: form.username.trim() };
    if ((await onAdd(body)).kind === 'done') setForm({ name: '', username: '', role: 'technician' });
  };
  const field = (k: 'name' | 'username') => (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {t(`people.${k}`)}
      <input
        className={FIELD}
        name={`new-${k}`}
        value={form[k]}
        autoComplete="off"
        onChange={(e) => setForm({ ...form, [k]: e.target.value })}
        aria-invalid={faults[k] !== undefined}
      />
      <FieldFault text={said(faults[k])} />
    </label>
  );
  return (
    <form
      onSubmit={submit}
      noValidate
      className="grid items-start gap-3 bg-raised p-4 md:grid-cols-[1fr_1fr_10rem_auto]"
    >
      <h2 className="text-lg md:col-span-4">{t('people.add-title')}</h2>
      {field('name')}
      {field('username')}
      <label className="grid content-start gap-1 text-sm font-semibold">
        {t('people.role')}
        <select
          className={FIELD}
          value={form.role}
          onChange={(e) => setForm({ ...form, role: e.target.value })}
        >
          {ROLES.map((r) => (
            <option key={r} value={r}>
              {tCode(`role.${r}`)}
            </option>
          ))}
        </select>
      </label>
      <button type="submit" className={`${BUTTON.main} mt-5.5`} disabled={busy}>
        {t('people.add')}
      </button>
    </form>
  );
}
