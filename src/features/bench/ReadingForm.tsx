'use client';
import { type FormEvent, useState } from 'react';
import type { BenchReading } from '@/core/bench';
import type { BenchLine, LampBench } from '@/core/job';
import { readCurrent } from '@/core/quantity';
import { LIGHT_COLOURS } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob } from '../job/JobContext';

/** What to connect, what to expect, and the reading. */
export function ReadingForm({
  wiring,
  line,
  focus,
  onSaved,
}: {
  wiring: LampBench;
  line: BenchLine;
  focus: boolean;
  onSaved: () => void;
}) {
  const { words, say, sender } = useJob();
  const sending = useBusy();
  const { t, tCode, decimal } = words;
  const { step } = line;
  const [amps, setAmps] = useState('');
  const [seen, setSeen] = useState<BenchReading['seen'] | ''>('');
  const [fault, setFault] = useState<string | null>(null);
  const [telling, setTelling] = useState(step.colour === null);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const read = readCurrent(amps, decimal);
    if (read.kind === 'fault') return setFault(say.reason(read.reason).text);
    if (seen === '') return setFault(t('bench.seen-wanted'));
    setFault(null);
    const body = {
      position: wiring.position,
      lamp: wiring.lamp.id,
      step: step.id,
      reading: { currentA: read.currentA, seen },
    };
    if (await sender.send('bench-read', body)) onSaved();
  };
  const asExpected = async () => {
    if (step.colour === null) return;
    const reading = { currentA: step.expectedA, seen: step.colour };
    const body = { position: wiring.position, lamp: wiring.lamp.id, step: step.id, reading };
    if (await sender.send('bench-read', { ...body, noted: 'as-expected' })) onSaved();
  };
  return (
    <form onSubmit={submit} noValidate className="grid gap-3" data-reading={step.does}>
      <p className="text-lg">
        {t('bench.connect', {
          feed: step.feed,
          ground: step.ground ?? '–',
          voltage: say.number(step.voltageV),
        })}
        <span className="block text-base text-soft">
          {t('bench.expect', {
            does: say.does(step.does),
            colour: step.colour ? tCode(`colour.${step.colour}`) : '',
            a: say.number(step.expectedA),
            low: say.number(step.lowA),
            high: say.number(step.highA),
          })}
        </span>
      </p>
      {!telling && step.colour !== null && (
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className={`${line.read?.verdict.passes ? BUTTON.plain : BUTTON.main} min-w-44`}
            disabled={sending}
            autoFocus={focus}
            onClick={() => void asExpected()}
            data-act={line.read?.verdict.passes ? undefined : ''}
            data-as-expected
          >
            {t('bench.as-expected', {
              a: say.number(step.expectedA),
              colour: tCode(`colour.${step.colour}`),
            })}
          </button>
          <button type="button" className={BUTTON.plain} onClick={() => setTelling(true)} data-other-reading>
            {t('bench.other')}
          </button>
        </div>
      )}
      {telling && (
        <div className="flex flex-wrap items-end gap-3">
          <label className="grid gap-1 text-sm font-semibold">
            {t('bench.current')}
            <input
              className={`${FIELD} w-28 font-mono`}
              inputMode="decimal"
              value={amps}
              onChange={(e) => setAmps(e.target.value)}
              autoComplete="off"
              autoFocus
              aria-invalid={fault !== null}
            />
          </label>
          <label className="grid gap-1 text-sm font-semibold">
            {t('bench.seen')}
            <select
              className={FIELD}
              value={seen}
              onChange={(e) => setSeen(e.target.value as BenchReading['seen'])}
              aria-invalid={fault !== null && seen === ''}
            >
              <option value="">{t('facts.choose')}</option>
              {LIGHT_COLOURS.map((c) => (
                <option key={c} value={c}>
                  {tCode(`colour.${c}`)}
                </option>
              ))}
              <option value="dark">{t('bench.seen-dark')}</option>
              <option value="other-function">{t('bench.seen-other')}</option>
            </select>
          </label>
          <button type="submit" className={BUTTON.main} disabled={sending}>
            {t('bench.save')}
          </button>
        </div>
      )}
      <p role="alert" className="min-h-5 text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}
