'use client';
import { type FormEvent, useState } from 'react';
import { readMeter } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { VerdictMark } from '@/ui/marks';
import { harnessWords } from '@/words';
import { useJob } from '../job/JobContext';

/** A reading as it is shown: the meter's value, null where it was open. */
export interface Shown {
  readonly value: number | null;
  readonly verdict: 'good' | 'bad' | 'between';
}

interface LineProps {
  readonly id: string;
  readonly position: string;
  readonly lamp: string;
  readonly title: string;
  readonly wanted: string;
  readonly unit: 'Ω' | 'V';
  readonly shown: Shown | null;
  readonly onMeasure?: () => void;
}

/** One measurement: what to hold the meter to, what it should show, and the reading, typed or from the practice meter. */
export function CheckLine({ id, position, lamp, title, wanted, unit, shown, onMeasure }: LineProps) {
  const { words, say, sender, rights } = useJob();
  const { t, decimal } = words;
  const { ohm } = harnessWords(words, say);
  const [typed, setTyped] = useState('');
  const [flashing, setFlashing] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const send = (value: number | null) =>
    void sender.send('check-read', {
      position,
      lamp,
      check: id,
      value,
      ...(unit === 'V' ? { flashes: flashing } : {}),
    });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = readMeter(typed, unit === 'V' ? 'volt' : 'ohm', decimal);
    setFault(read.kind === 'fault' ? say.reason(read.reason).text : null);
    if (read.kind === 'fault') return;
    send(read.kind === 'open' ? null : read.value);
    setTyped('');
  };
  return (
    <li
      className="grid items-center gap-x-4 border-b border-line py-1.5 sm:grid-cols-[minmax(0,1fr)_10.5rem_15.5rem]"
      data-check={id}
      data-check-verdict={shown?.verdict ?? 'unread'}
    >
      <span className="text-[1.02rem] font-semibold">{title}</span>
      <span className="grid gap-0.5">
        <span className="font-mono text-sm text-soft">{wanted}</span>
        {shown && (
          <span
            className={`flex items-center gap-2 font-mono ${shown.verdict === 'good' ? '' : 'text-plum'}`}
          >
            <VerdictMark verdict={shown.verdict === 'good' ? 'fits' : 'does-not-fit'} />
            {unit === 'Ω' ? ohm(shown.value) : `${say.number(shown.value ?? 0)} V`}{' '}
            {t(`check.${shown.verdict}`)}
          </span>
        )}
      </span>
      <span className="flex items-center gap-2 sm:justify-end">
        {onMeasure ? (
          <button className={BUTTON.plain} onClick={onMeasure} data-measure>
            {t('check.practice-measure')}
          </button>
        ) : (
          rights.workAtVehicle && (
            <form onSubmit={submit} noValidate className="flex items-center gap-2">
              {unit === 'V' && (
                <label className="flex items-center gap-1 text-sm">
                  <input
                    type="checkbox"
                    className="accent-petrol"
                    checked={flashing}
                    onChange={(e) => setFlashing(e.target.checked)}
                  />
                  {t('check.flashes')}
                </label>
              )}
              <span className="w-24">
                <input
                  className={`${FIELD} font-mono`}
                  inputMode="decimal"
                  aria-label={`${title}, ${t('check.read')} ${unit}`}
                  value={typed}
                  aria-invalid={fault !== null}
                  onChange={(e) => setTyped(e.target.value)}
                />
              </span>
              <button type="submit" className={`${BUTTON.plain} px-2.5`}>
                {t('check.save')}
              </button>
              {unit === 'Ω' && (
                <button type="button" className={`${BUTTON.plain} px-2.5`} onClick={() => send(null)}>
                  {t('check.open')}
                </button>
              )}
            </form>
          )
        )}
      </span>
      {fault && (
        <span role="alert" className="text-sm text-plum sm:col-span-3">
          {fault}
        </span>
      )}
    </li>
  );
}
