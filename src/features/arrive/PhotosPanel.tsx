'use client';
import { type ChangeEvent, useRef, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { arriveView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { useKeepPhoto } from '../job/photos/PhotoSource';
import { Picture } from '../job/photos/Picture';

/** Pictures of the job: made smaller here, encoded anew and stripped of what they carry on the server. */
export function PhotosPanel() {
  const { view, words, say, sender, focus } = useJob();
  const arrive = useView(arriveView);
  const keep = useKeepPhoto();
  const { t } = words;
  const [text, setText] = useState('');
  const [at, setAt] = useState(focus?.key ?? '');
  const [state, setState] = useState<'idle' | 'sending' | string>('idle');
  const input = useRef<HTMLInputElement>(null);
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    setState('sending');
    const outcome = await keep(file);
    if ('fault' in outcome) return setState(outcome.fault);
    const kept = await sender.send('photo-added', {
      photo: outcome.id,
      stage: 'arrive',
      ...(at ? { position: at } : {}),
      ...(text.trim() ? { words: text.trim() } : {}),
    });
    setState('idle');
    if (kept) setText('');
    if (input.current) input.current.value = '';
  };
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid w-52 gap-1 text-sm font-semibold">
          {t('photo.at')}
          <select className={FIELD} value={at} onChange={(e) => setAt(e.target.value)}>
            <option value="">{t('photo.whole')}</option>
            {view.positions.map((p) => (
              <option key={p.key} value={p.key}>
                {say.position(p.key)}
              </option>
            ))}
          </select>
        </label>
        <label className="grid flex-1 gap-1 text-sm font-semibold">
          {t('photo.words')}
          <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
        </label>
        <label className={`${BUTTON.main} cursor-pointer focus-within:outline-2`}>
          {state === 'sending' ? t('photo.sending') : t('photo.take')}
          <input
            ref={input}
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(e) => void take(e)}
            disabled={state === 'sending'}
          />
        </label>
      </div>
      <p role="alert" className="text-sm text-plum empty:hidden">
        {state !== 'idle' && state !== 'sending' ? words.tCode(`photo.fault.${state}`) : ''}
      </p>
      {arrive.photos.length === 0 ? (
        <p className="text-soft">{t('photo.none')}</p>
      ) : (
        <ul className="grid grid-cols-2 gap-4 md:grid-cols-3">
          {arrive.photos.map((p) => (
            <li key={p.event} data-photo={p.photo}>
              <Picture
                photo={p.photo}
                alt={
                  [p.position && say.position(p.position), p.words].filter(Boolean).join(': ') ||
                  t('photo.alt')
                }
                className="aspect-4/3 w-full border border-line bg-sunk object-cover"
              />
              <p className="text-sm">
                {p.position && <b>{say.position(p.position)} </b>}
                {p.words} <span className="text-soft">{view.names[p.by] ?? ''}</span>
              </p>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
