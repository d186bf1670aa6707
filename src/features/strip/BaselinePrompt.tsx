'use client';
import { type FormEvent, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { stripView } from '@/core/job';
import { useBusy, useJob, useView } from '../job/JobContext';

/** Before the old lamp is out, its light is measured: afterwards nobody can. */
export function BaselinePrompt() {
  const { view, words, say, sender, rights } = useJob();
  const sending = useBusy();
  const strip = useView(stripView);
  const { t } = words;
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const item = view.items.find((i) => i.origin === 'baseline-light' && i.closed === null);
  if (!item) return null;
  const gone = strip.parking?.lampsOut ?? [];
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault(text.trim() === '');
    if (text.trim() === '') return;
    if (await sender.send('item-closed', { item: item.id, how: 'done', words: text.trim() })) setText('');
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="border-l-4 border-plum bg-plum-wash px-4 py-2"
      data-baseline
    >
      <p className="flex items-center gap-2 font-semibold">
        <WarningMark />
        {gone.length > 0 ? t('strip.baseline-late', { positions: say.positions(gone) }) : t('strip.baseline')}
      </p>
      {rights.workAtVehicle && (
        <div className="mt-1.5 flex flex-wrap items-end gap-3">
          <label className="grid flex-1 gap-1 text-sm font-semibold">
            {t('strip.baseline-words')}
            <input
              className={FIELD}
              value={text}
              onChange={(e) => setText(e.target.value)}
              placeholder={t('strip.baseline-example')}
              aria-invalid={fault && text.trim() === ''}
            />
          </label>
          <button type="submit" className={BUTTON.plain} disabled={sending}>
            {t('strip.baseline-save')}
          </button>
        </div>
      )}
    </form>
  );
}
