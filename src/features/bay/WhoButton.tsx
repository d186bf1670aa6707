'use client';
import { type FormEvent, useState } from 'react';
import { type Bay, type BayState, isPin } from '@/device';
import { FIELD } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useWords } from '@/ui/WordsContext';

const BIG =
  'min-h-14 rounded-sm border border-outline bg-raised px-4 text-[1.1rem] font-semibold disabled:text-faint';

/** Who is at the vehicle, and a tap to say that it is somebody else. */
export function WhoButton({ bay, state, short = false }: { bay: Bay; state: BayState; short?: boolean }) {
  const { t } = useWords();
  const [open, setOpen] = useState(false);
  if (!state.me) return null;
  const initials = state.me.name
    .split(/\s+/)
    .map((w) => w[0] ?? '')
    .join('');
  return (
    <>
      <button
        type="button"
        className="min-h-12 rounded-sm border border-outline bg-raised px-3 font-semibold"
        onClick={() => setOpen(true)}
        // What is read aloud begins with what is seen.
        aria-label={`${short ? initials : state.me.name}: ${t('who.at', { name: state.me.name })}`}
        data-who={state.me.user}
      >
        {short ? initials : state.me.name}
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={t('who.title')}
        about={t('who.about')}
        close={t('close')}
      >
        {open && <People bay={bay} state={state} onDone={() => setOpen(false)} />}
      </Sheet>
    </>
  );
}

function People({ bay, state, onDone }: { bay: Bay; state: BayState; onDone: () => void }) {
  const { t, tCode } = useWords();
  const [picked, setPicked] = useState<string | null>(null);
  const [joining, setJoining] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const { me, signedIn } = state;
  const end = async (user: string) => setFault(await bay.end(user));
  return (
    <div className="grid gap-4">
      {signedIn && state.people.some((p) => p.user !== signedIn.user) && (
        <p className="text-soft" data-bounded={signedIn.role}>
          {t('who.bounded', { name: signedIn.name, role: tCode(`role.${signedIn.role}`) })}
        </p>
      )}
      <ul className="grid gap-2">
        {state.people.map((p) => (
          <li key={p.user} className="grid gap-2 border-b border-line pb-2">
            <div className="flex flex-wrap items-center gap-3">
              <button
                type="button"
                className={`${BIG} min-w-52 flex-1 text-left`}
                aria-pressed={p.user === me?.user}
                onClick={() => (p.user === me?.user ? onDone() : setPicked(p.user))}
                data-person={p.user}
              >
                {p.name}
                <span className="font-normal text-soft">
                  {' · '}
                  {p.user === me?.user ? t('who.here') : tCode(`role.${p.role}`)}
                </span>
              </button>
              {(p.user === me?.user || me?.role === 'lead') && (
                <button type="button" className={BIG} onClick={() => void end(p.user)} data-end={p.user}>
                  {t('who.end')}
                </button>
              )}
            </div>
            {picked === p.user && (
              <PinForm
                first={!state.pins.has(p.user)}
                onPin={async (pin) => {
                  const here = await bay.switchTo(p.user, pin);
                  if (here) onDone();
                  return here;
                }}
              />
            )}
          </li>
        ))}
      </ul>
      {joining ? (
        <JoinForm bay={bay} onDone={() => setJoining(false)} />
      ) : (
        <button
          type="button"
          className={`${BIG} justify-self-start`}
          onClick={() => setJoining(true)}
          data-join
        >
          {t('who.join')}
        </button>
      )}
      <p role="alert" className="text-plum empty:hidden">
        {fault && t('who.not-ended')}
      </p>
    </div>
  );
}

function PinForm({ first, onPin }: { first: boolean; onPin: (pin: string) => Promise<boolean> }) {
  const { t } = useWords();
  const [pin, setPin] = useState('');
  const [wrong, setWrong] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(!(await onPin(pin)));
  };
  return (
    <form onSubmit={(e) => void submit(e)} noValidate className="flex flex-wrap items-end gap-3">
      <label className="grid gap-1 font-semibold">
        {t(first ? 'who.pin-first' : 'who.pin')}
        <PinField value={pin} onChange={setPin} focus />
      </label>
      <button type="submit" className={BIG} data-pin-go>
        {t('who.go')}
      </button>
      <p role="alert" className="text-plum empty:hidden">
        {wrong && t(isPin(pin) ? 'who.pin-wrong' : 'who.pin-malformed')}
      </p>
    </form>
  );
}

function PinField({
  value,
  onChange,
  focus = false,
}: {
  value: string;
  onChange: (pin: string) => void;
  focus?: boolean;
}) {
  return (
    <input
      className={`${FIELD} min-h-14 w-36 font-mono text-2xl tracking-[0.3em]`}
      type="password"
      inputMode="numeric"
      autoComplete="off"
      maxLength={4}
      value={value}
      onChange={(e) => onChange(e.target.value.replace(/\D/g, ''))}
      autoFocus={focus}
      data-pin
    />
  );
}

/** Another person of the shop, by their own name and password: for this a network is wanted once. */
function JoinForm({ bay, onDone }: { bay: Bay; onDone: () => void }) {
  const { t, tCode, has } = useWords();
  const [form, setForm] = useState({ username: '', password: '', pin: '' });
  const [state, setState] = useState<{ busy: boolean; code: string | null }>({ busy: false, code: null });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setState({ busy: true, code: null });
    const code = await bay.join(form.username, form.password, form.pin);
    setState({ busy: false, code });
    if (code === null) onDone();
  };
  return (
    <form onSubmit={(e) => void submit(e)} noValidate className="grid gap-3 bg-sunk p-4" data-join-form>
      <p className="text-soft">{t('who.join-about')}</p>
      <label className="grid gap-1 font-semibold">
        {t('who.username')}
        <input
          className={`${FIELD} min-h-12`}
          value={form.username}
          autoComplete="off"
          autoCapitalize="none"
          onChange={(e) => setForm({ ...form, username: e.target.value })}
          autoFocus
        />
      </label>
      <label className="grid gap-1 font-semibold">
        {t('who.password')}
        <input
          className={`${FIELD} min-h-12`}
          type="password"
          value={form.password}
          autoComplete="off"
          onChange={(e) => setForm({ ...form, password: e.target.value })}
        />
      </label>
      <label className="grid gap-1 font-semibold">
        {t('who.pin-new')}
        <PinField value={form.pin} onChange={(pin) => setForm({ ...form, pin })} />
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <button type="submit" className={BIG} disabled={state.busy} data-join-go>
          {t('who.join-go')}
        </button>
        <p role="alert" className="text-plum empty:hidden">
          {state.code !== null &&
            (has(`who.fault.${state.code}`) ? tCode(`who.fault.${state.code}`) : t('who.fault.other'))}
        </p>
      </div>
    </form>
  );
}
