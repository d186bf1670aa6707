'use client';
import { type FormEvent, useState } from 'react';
import { AS_FOUND, type AsFound, type PositionView } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob } from '../job/JobContext';

/** How each lamp came in. The lamps to be changed stand first; the one in focus can be recorded. */
export function AsFoundPanel() {
  const { view, words, say, focus, setFocus, sender } = useJob();
  const { t, tCode } = words;
  const ordered = [...view.positions].sort((a, b) => Number(b.swap !== null) - Number(a.swap !== null));
  return (
    <div className="grid gap-6 md:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
      <ul aria-label={t('found.list')}>
        {ordered.map((p) => (
          <li key={p.key} className="flex items-center border-b border-line">
            <button
              className={`grid flex-1 grid-cols-[3rem_1fr] gap-x-2 px-2 py-1.5 text-left ${p.key === focus?.key ? 'bg-sunk shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
              aria-pressed={p.key === focus?.key}
              onClick={() => setFocus(p.key)}
            >
              <span className="font-mono">{p.code}</span>
              <span>
                {say.position(p.key)}
                {p.swap && <span className="text-sm text-petrol"> · {t('found.to-change')}</span>}
                <span className={`block text-sm ${p.found.length === 0 ? 'text-faint' : 'font-semibold'}`}>
                  {p.found.length === 0
                    ? t('found.unseen')
                    : words.list(p.found.map((f) => tCode(`found.${f}`)))}
                </span>
              </span>
            </button>
            {p.found.length === 0 && p.swap && (
              <button
                type="button"
                className={BUTTON.quiet}
                aria-label={t('found.sound-of', { position: say.position(p.key) })}
                onClick={() => void sender.send('as-found', { position: p.key, found: ['sound'] })}
                data-sound={p.key}
              >
                {tCode('found.sound')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {focus && <FoundForm key={`${focus.key}:${focus.found.join()}:${focus.foundWords}`} position={focus} />}
    </div>
  );
}

function FoundForm({ position }: { position: PositionView }) {
  const { words, say, sender } = useJob();
  const sending = useBusy();
  const { t, tCode } = words;
  const [found, setFound] = useState<readonly AsFound[]>(position.found);
  const [note, setNote] = useState(position.foundWords);
  const [fault, setFault] = useState(false);

  const toggle = (f: AsFound) => {
    if (found.includes(f)) return setFound(found.filter((x) => x !== f));
    setFound(f === 'sound' ? ['sound'] : [...found.filter((x) => x !== 'sound'), f]);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault(found.length === 0);
    if (found.length === 0) return;
    await sender.send('as-found', {
      position: position.key,
      found: AS_FOUND.filter((f) => found.includes(f)),
      ...(note.trim() ? { words: note.trim() } : {}),
    });
  };
  return (
    <form onSubmit={submit} className="grid content-start gap-4" noValidate>
      <fieldset>
        <legend className="mb-2 font-head text-lg font-semibold">
          {t('found.how', { position: say.position(position.key) })}
        </legend>
        <div className="grid grid-cols-2 gap-x-4 gap-y-2">
          {AS_FOUND.map((f) => (
            <label key={f} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4.5 accent-petrol"
                checked={found.includes(f)}
                onChange={() => toggle(f)}
              />
              {tCode(`found.${f}`)}
            </label>
          ))}
        </div>
      </fieldset>
      <label className="grid gap-1 text-sm font-semibold">
        {t('note')}
        <textarea className={FIELD} rows={2} value={note} onChange={(e) => setNote(e.target.value)} />
      </label>
      <div className="flex items-center gap-3">
        <button type="submit" className={BUTTON.main} disabled={sending}>
          {t('found.save')}
        </button>
        <p role="alert" className="text-sm text-plum">
          {fault && t('found.nothing')}
        </p>
      </div>
    </form>
  );
}
