'use client';
import { type FormEvent, useId, useState } from 'react';
import { looksView, type ReadWhen } from '@/core/job';
import { readLength } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { useBusy, useJob, useView } from './JobContext';

/** Light at the lamps of a swap, one figure a lamp, with the meter and the distance that make it comparable. */
export function LightReading({ swap, when }: { swap: string; when: ReadWhen }) {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const busy = useBusy();
  const looks = useView(looksView);
  const { t, decimal } = words;
  const mine = looks.swaps.find((s) => s.id === swap);
  const read = mine?.[when] ?? null;
  const usual = when === 'after' ? (mine?.before ?? looks.lastMeter) : looks.lastMeter;
  const [lux, setLux] = useState<Readonly<Record<string, string>>>({});
  const [distance, setDistance] = useState(usual ? `${usual.distanceMm} mm` : '');
  const [meter, setMeter] = useState(usual?.meter ?? '');
  const [fault, setFault] = useState<string | null>(null);
  const id = useId();
  if (!mine) return null;
  const number = (typed: string) => {
    const text = typed.trim().replace(decimal, '.');
    return /^\d+(\.\d+)?$/.test(text) ? Number(text) : null;
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const figures = mine.positions.map((p) => [p, number(lux[p] ?? '')] as const);
    if (figures.some(([, v]) => v === null)) return setFault(t('light-read.lux-wanted'));
    const length = readLength(distance.trim(), decimal);
    if (length.kind === 'fault') return setFault(say.reason(length.reason).text);
    if (meter.trim() === '') return setFault(t('light-read.meter-wanted'));
    setFault(null);
    await sender.send('light-read', {
      swap,
      when,
      lux: Object.fromEntries(figures.map(([p, v]) => [p, v ?? 0])),
      distanceMm: length.mm,
      meter: meter.trim(),
    });
  };
  if (read)
    return (
      <p data-light-read={when}>
        {t('light-read.was', {
          when,
          lux: words.list(
            Object.entries(read.lux).map(([p, v]) =>
              t('light-read.at', { position: say.position(p), lux: say.number(v) }),
            ),
          ),
          m: say.number(read.distanceMm / 1000),
          meter: read.meter,
          by: view.names[read.by] ?? '',
          at: say.date(read.at, zone),
        })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => void sender.send('void', { target: read.event })}
        >
          {t('undo')}
        </button>
      </p>
    );
  return (
    <form onSubmit={submit} noValidate className="grid gap-1" data-light-form={when}>
      <div className="flex flex-wrap items-end gap-3">
        {mine.positions.map((p) => (
          <label key={p} className="grid w-36 gap-1 text-sm font-semibold">
            {t('light-read.lux-of', { position: say.position(p) })}
            <input
              className={`${FIELD} font-mono`}
              inputMode="decimal"
              value={lux[p] ?? ''}
              onChange={(e) => setLux({ ...lux, [p]: e.target.value })}
              aria-invalid={fault !== null && number(lux[p] ?? '') === null}
              aria-describedby={`${id}-fault`}
              autoComplete="off"
            />
          </label>
        ))}
        <label className="grid w-28 gap-1 text-sm font-semibold">
          {t('light-read.distance')}
          <input
            className={`${FIELD} font-mono`}
            value={distance}
            onChange={(e) => setDistance(e.target.value)}
            placeholder={t('light-read.distance-example')}
            autoComplete="off"
          />
        </label>
        <label className="grid w-28 gap-1 text-sm font-semibold">
          {t('light-read.meter')}
          <input className={FIELD} value={meter} onChange={(e) => setMeter(e.target.value)} />
        </label>
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t('light-read.save', { when })}
        </button>
      </div>
      <p id={`${id}-fault`} role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}
