'use client';
import { type FormEvent, useId, useState } from 'react';
import { looksView, type LightWhen, trafficOf } from '@/core/job';
import { readWallDistance } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { EyeFields, eyeBody, type EyeTyped } from './beam/EyeFields';
import { Figure } from './beam/Figure';
import { distanceWords, typedDistance } from './beam/figureWords';
import { measureIn, numberIn } from './beam/numberIn';
import { Practise } from './beam/Practise';
import { ReadingsFile } from './beam/ReadingsFile';
import { SetUpFields, typedSetUp } from './beam/SetUpFields';
import { useBusy, useJob, useView } from './JobContext';

/**
 * Light at the lamps of a swap: the hot spot of each, what an oncoming driver gets, and the set-up that makes it comparable.
 * The set-up of before is taken over, so that the one after can be read alike.
 */
export function LightReading({ swap, when }: { swap: string; when: LightWhen }) {
  const { job, view, words, say, sender } = useJob();
  const zone = useZone();
  const busy = useBusy();
  const looks = useView(looksView);
  const { t, decimal } = words;
  const mine = looks.swaps.find((s) => s.id === swap);
  const read = mine?.[when] ?? null;
  const usual = when === 'before' ? looks.lastMeter : (mine?.before ?? looks.lastMeter);
  const [lux, setLux] = useState<Readonly<Record<string, string>>>({});
  const [eye, setEye] = useState<Readonly<Record<string, EyeTyped>>>({});
  const [distance, setDistance] = useState(() => (usual ? typedDistance(usual.distanceMm, words) : ''));
  const [meter, setMeter] = useState(usual?.meter ?? '');
  const [typed, setTyped] = useState(() => {
    const before = typedSetUp(mine?.before?.body ?? null);
    return { ...before, traffic: before.traffic || trafficOf(job) };
  });
  const [fault, setFault] = useState<string | null>(null);
  const id = useId();
  if (!mine) return null;
  const length = readWallDistance(distance, words);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const figures = mine.positions.map((p) => [p, numberIn(lux[p] ?? '', decimal)] as const);
    if (figures.some(([, v]) => v === null)) return setFault(t('light-read.lux-wanted'));
    if (length.kind === 'fault') return setFault(distanceWords(length, words));
    if (meter.trim() === '') return setFault(t('light-read.meter-wanted'));
    const eyes = eyeBody(eye, words);
    const optional = (name: 'stray' | 'volts' | 'minutes' | 'square') =>
      typed[name].trim() === ''
        ? undefined
        : name === 'square'
          ? measureIn(typed.square, 'length', { ...words, signed: true })
          : numberIn(typed[name], decimal);
    const [stray, volts, minutes, square] = [
      optional('stray'),
      optional('volts'),
      optional('minutes'),
      optional('square'),
    ];
    if (eyes === null || [stray, volts, minutes, square].includes(null))
      return setFault(t('light-read.figure-wanted'));
    if (Object.keys(eyes).length > 0 && typed.traffic === '') return setFault(t('light-read.traffic-wanted'));
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
      ...eyes,
      ...(when === 'half' && mine.kept ? { old: [mine.kept] } : {}),
      ...(typed.calibrated ? { calibratedTo: typed.calibrated } : {}),
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
      <div data-light-read={when}>
        <p>
          {t('light-read.was', {
            when,
            lux: words.list(
              Object.entries(read.lux).map(([p, v]) =>
                t('light-read.at', { position: say.position(p), lux: say.number(v) }),
              ),
            ),
            m: read.distanceMm / 1000,
            meter: read.meter,
            by: view.names[read.by] ?? '',
            at: say.date(read.at, zone),
          })}{' '}
          <ReadingsFile body={read.body} />{' '}
          <button
            type="button"
            className={BUTTON.quiet}
            onClick={() => void sender.send('void', { target: read.event })}
          >
            {t('undo')}
          </button>
        </p>
        {read.faults.map((f) => (
          <p
            key={f.code}
            className={`text-sm ${f.code === 'light-apparent' ? 'text-soft' : 'text-plum'}`}
            data-light-fault={f.code}
          >
            {say.reason(f).text}
          </p>
        ))}
      </div>
    );
  return (
    <form onSubmit={submit} noValidate className="grid gap-2" data-light-form={when}>
      <div className="flex flex-wrap items-end gap-3">
        {mine.positions.map((p) => (
          <Figure
            key={p}
            label={t('light-read.lux-of', { position: say.position(p) })}
            value={lux[p] ?? ''}
            onChange={(v) => setLux({ ...lux, [p]: v })}
            data-lux={p}
          />
        ))}
        <Figure
          label={t('light-read.distance')}
          value={distance}
          onChange={setDistance}
          width="w-28"
          placeholder={t('light-read.distance-example')}
        />
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
          <EyeFields
            positions={mine.positions}
            typed={eye}
            onChange={setEye}
            setUp={typed}
            onSetUp={setTyped}
            distanceMm={length.kind === 'fault' ? null : length.mm}
          />
          <SetUpFields typed={typed} onChange={setTyped} />
          <Practise
            swap={swap}
            when={when}
            positions={mine.positions}
            distanceMm={length.kind === 'fault' ? null : length.mm}
            onRead={(read, name) => {
              setLux(read);
              setMeter(name);
            }}
          />
        </div>
      </details>
      <p id={`${id}-fault`} role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}
