'use client';
import { type FormEvent, useId, useState } from 'react';
import { eyeSpot, looksView, type ReadWhen } from '@/core/job';
import { readLength } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { numberIn } from './beam/numberIn';
import { SetUpFields, typedSetUp } from './beam/SetUpFields';
import { useBusy, useJob, useView } from './JobContext';

/**
 * Light at the lamps of a swap: the hot spot of each, what an oncoming driver gets, and the set-up that makes it comparable.
 * The set-up of before is taken over, so that the one after can be read alike.
 */
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
  const [eye, setEye] = useState<Readonly<Record<string, string>>>({});
  const [distance, setDistance] = useState(usual ? `${usual.distanceMm} mm` : '');
  const [meter, setMeter] = useState(usual?.meter ?? '');
  const [typed, setTyped] = useState(() => typedSetUp(mine?.before?.body ?? null));
  const [fault, setFault] = useState<string | null>(null);
  const id = useId();
  if (!mine) return null;
  const length = readLength(distance.trim(), decimal);
  const spot =
    typed.traffic !== '' && length.kind !== 'fault' && length.mm > 0
      ? eyeSpot(typed.traffic, length.mm)
      : null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const figures = mine.positions.map((p) => [p, numberIn(lux[p] ?? '', decimal)] as const);
    if (figures.some(([, v]) => v === null)) return setFault(t('light-read.lux-wanted'));
    if (length.kind === 'fault') return setFault(say.reason(length.reason).text);
    if (length.mm <= 0) return setFault(t('light-read.distance-wanted'));
    if (meter.trim() === '') return setFault(t('light-read.meter-wanted'));
    const eyes = mine.positions.flatMap((p) =>
      (eye[p] ?? '').trim() === '' ? [] : [[p, numberIn(eye[p] ?? '', decimal)] as const],
    );
    const optional = (name: 'stray' | 'volts' | 'minutes' | 'square') =>
      typed[name].trim() === '' ? undefined : numberIn(typed[name], decimal, name === 'square');
    const [stray, volts, minutes, square] = [
      optional('stray'),
      optional('volts'),
      optional('minutes'),
      optional('square'),
    ];
    if (eyes.some(([, v]) => v === null) || [stray, volts, minutes, square].includes(null))
      return setFault(t('light-read.figure-wanted'));
    if (eyes.length > 0 && typed.traffic === '') return setFault(t('light-read.traffic-wanted'));
    setFault(null);
    const flag = (name: string, v: '' | 'yes' | 'no') => (v === '' ? {} : { [name]: v === 'yes' });
    const figure = (name: string, v: number | null | undefined) =>
      typeof v === 'number' ? { [name]: v } : {};
    await sender.send('light-read', {
      swap,
      when,
      lux: Object.fromEntries(figures.map(([p, v]) => [p, v ?? 0])),
      distanceMm: length.mm,
      meter: meter.trim(),
      ...(eyes.length > 0 ? { eyeLux: Object.fromEntries(eyes.map(([p, v]) => [p, v ?? 0])) } : {}),
      ...(typed.traffic ? { traffic: typed.traffic } : {}),
      ...(typed.place.trim() ? { place: typed.place.trim() } : {}),
      ...(typed.load ? { load: typed.load } : {}),
      ...flag('levellingZero', typed.levelling),
      ...flag('engine', typed.engine),
      ...flag('otherScreened', typed.screened),
      ...figure('strayLux', stray),
      ...figure('volts', volts),
      ...figure('minutesLit', minutes),
      ...figure('squareMm', square),
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
  const field = (
    label: string,
    value: string | undefined,
    put: (v: string) => void,
    data: Readonly<Record<string, string>>,
  ) => (
    <label className="grid w-36 gap-1 text-sm font-semibold">
      {label}
      <input
        className={`${FIELD} font-mono`}
        inputMode="decimal"
        value={value ?? ''}
        onChange={(e) => put(e.target.value)}
        aria-describedby={`${id}-fault`}
        autoComplete="off"
        {...data}
      />
    </label>
  );
  return (
    <form onSubmit={submit} noValidate className="grid gap-2" data-light-form={when}>
      <div className="flex flex-wrap items-end gap-3">
        {mine.positions.map((p) => (
          <div key={p} className="contents">
            {field(
              t('light-read.lux-of', { position: say.position(p) }),
              lux[p],
              (v) => setLux({ ...lux, [p]: v }),
              {
                'data-lux': p,
              },
            )}
          </div>
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
      <details data-set-up-more>
        <summary className="cursor-pointer text-sm font-semibold text-petrol">{t('set-up.more')}</summary>
        <div className="mt-2 grid gap-3">
          <div className="flex flex-wrap items-end gap-3">
            <label className="grid w-44 gap-1 text-sm font-semibold">
              {t('set-up.traffic')}
              <select
                className={FIELD}
                value={typed.traffic}
                onChange={(e) => setTyped({ ...typed, traffic: e.target.value as typeof typed.traffic })}
                data-set-up="traffic"
              >
                <option value="">{t('set-up.unknown')}</option>
                <option value="right">{t('set-up.traffic.right')}</option>
                <option value="left">{t('set-up.traffic.left')}</option>
              </select>
            </label>
            {mine.positions.map((p) => (
              <div key={p} className="contents">
                {field(
                  t('light-read.eye-of', { position: say.position(p) }),
                  eye[p],
                  (v) => setEye({ ...eye, [p]: v }),
                  {
                    'data-eye': p,
                  },
                )}
              </div>
            ))}
            <p className="max-w-md text-sm text-soft">
              {spot
                ? t('light-read.eye-spot', {
                    side: spot.acrossMm < 0 ? 'left' : 'right',
                    across: Math.round(Math.abs(spot.acrossMm)),
                    up: Math.round(spot.upMm),
                  })
                : t('light-read.eye-about')}
            </p>
          </div>
          <SetUpFields typed={typed} onChange={setTyped} />
        </div>
      </details>
      <p id={`${id}-fault`} role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}
