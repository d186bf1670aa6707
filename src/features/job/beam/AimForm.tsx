'use client';
import { type FormEvent, useState } from 'react';
import { aboveRoof, isAimed, looksView, photoSpot } from '@/core/job';
import { LOADS } from '@/core/beam/photometry';
import { readMeasure, readWallDistance, typedAs } from '@/core/quantity';
import { positionKey } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useSwapIn, useView } from '../JobContext';
import { Figure } from './Figure';
import { distanceWords, figureWords, measureLabel, typedDistance } from './figureWords';
import { measureIn, numberIn } from './numberIn';

const MARKETS = ['ECE', 'NA'] as const;
const AXLES = ['frontEmptyMm', 'rearEmptyMm', 'frontLoadedMm', 'rearLoadedMm'] as const;
const NO_AXLES: Readonly<Record<(typeof AXLES)[number], string>> = {
  frontEmptyMm: '',
  rearEmptyMm: '',
  frontLoadedMm: '',
  rearLoadedMm: '',
};
const NONE = { nose: '', wheelbase: '', floor: '', marked: '', promised: '', mark: '', load: '' };

/** The cutoff of each lamp as it is read on the wall, with the heights that its rule goes by. Whether it passes, the rule says. */
export function AimForm() {
  const { job, words, say, sender } = useJob();
  const busy = useBusy();
  const looks = useSwapIn(useView(looksView));
  const { t, decimal } = words;
  const places = job.pack.family.body.places;
  const heightOf = (key: string) => {
    const at = places.find((p) => key === positionKey(p.position))?.zMm;
    return at === undefined ? '' : typedAs('length', at, words);
  };
  const [lamps, setLamps] = useState<
    Readonly<Record<string, { below: string; across: string; centre: string; lens: string }>>
  >({});
  const [distance, setDistance] = useState(() => {
    const of = looks?.after ?? looks?.walls.find((w) => w.when === 'after' && w.body.cutoff)?.body;
    return of ? typedDistance(of.distanceMm, words) : '';
  });
  const [more, setMore] = useState(NONE);
  const [axles, setAxles] = useState(NO_AXLES);
  const [fault, setFault] = useState<string | null>(null);
  if (!looks) return null;
  const aimed = looks.positions.filter(isAimed);
  const wallAt = (p: string) => looks.walls.find((w) => w.when === 'after' && w.position === p)?.body;
  // A wall that was read by photo says where the cutoff lies; whoever types over it knows better.
  const ofWall = (p: string) => {
    const wall = wallAt(p);
    const spot = wall && photoSpot(wall);
    const mm = (v: number) => typedAs('length', v, words);
    return {
      below: spot ? mm(-spot.upMm) : '',
      across: spot?.acrossMm === undefined ? '' : mm(spot.acrossMm),
      centre: wall ? mm(wall.centreMm) : heightOf(p),
      lens: '',
    };
  };
  const at = (p: string) => lamps[p] ?? ofWall(p);
  /** What the picture says, unrounded, with its own distance, as long as nobody typed over it. */
  const fromPhoto = (p: string) => {
    const wall = wallAt(p);
    const spot = wall && photoSpot(wall);
    return spot && at(p).below === ofWall(p).below ? spot : null;
  };
  /** Across in the distance that goes with the height: each of the two may be the picture's, or typed for the wall of the form. */
  const acrossOf = (p: string, typed: number | undefined, wallMm: number) => {
    if (typed === undefined) return {};
    const wall = wallAt(p);
    const spot = wall && photoSpot(wall);
    const read = spot?.acrossMm !== undefined && at(p).across === ofWall(p).across;
    const [mm, of] = read ? [spot.acrossMm ?? 0, spot.distanceMm] : [typed, wallMm];
    return { acrossMm: (mm * (fromPhoto(p)?.distanceMm ?? wallMm)) / of };
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const wall = readWallDistance(distance, words);
    if (wall.kind === 'fault') return setFault(distanceWords(wall, words));
    const wanted = aimed.flatMap((p) => {
      const position = say.position(p);
      const { below, across, centre, lens } = at(p);
      return [
        { label: t('aim.below', { position }), typed: below, signed: true },
        ...(across.trim() === ''
          ? []
          : [{ label: t('aim.at-across', { position }), typed: across, signed: true }]),
        { label: t('aim.centre', { position }), typed: centre, signed: false },
        { label: t('aim.lens', { position }), typed: lens, signed: false },
      ];
    });
    // The first field that is none is named, with what to write in it.
    for (const { label, typed, signed } of wanted) {
      const read = readMeasure(typed, 'length', { ...words, signed });
      if (read.kind === 'fault')
        return setFault(figureWords(read, measureLabel(label, 'length', words), words));
    }
    const mmIn = (text: string, signed = false) => measureIn(text, 'length', { ...words, signed });
    const spots = aimed.map((p) => {
      const { below, across, centre, lens } = at(p);
      const [b, c, l] = [mmIn(below, true), mmIn(centre), mmIn(lens)];
      const a = across.trim() === '' ? undefined : mmIn(across, true);
      const photo = fromPhoto(p);
      return b === null || c === null || l === null || a === null
        ? null
        : ([
            p,
            {
              ...(photo ? { upMm: photo.upMm, uMm: photo.uMm, distanceMm: photo.distanceMm } : { upMm: -b }),
              centreMm: c,
              lensMm: l,
              ...acrossOf(p, a, wall.mm),
            },
          ] as const);
    });
    const high = spots.find((s) => s && aboveRoof(job, s[1].centreMm));
    if (high) return setFault(t('aim.above-roof', { position: say.position(high[0]), mm: high[1].centreMm }));
    const optional = (name: 'nose' | 'wheelbase' | 'floor' | 'marked' | 'promised') =>
      more[name].trim() === ''
        ? undefined
        : name === 'nose' || name === 'wheelbase'
          ? mmIn(more[name], true)
          : numberIn(more[name], decimal, true);
    const [nose, wheelbase, floor, marked, promised] = (
      ['nose', 'wheelbase', 'floor', 'marked', 'promised'] as const
    ).map(optional);
    if ([nose, wheelbase, floor, marked, promised].includes(null))
      return setFault(t('light-read.figure-wanted'));
    const loaded = AXLES.map((a) => mmIn(axles[a]));
    const some = AXLES.some((a) => axles[a].trim() !== '');
    if (some && (loaded.includes(null) || typeof wheelbase !== 'number'))
      return setFault(t('aim.axles-wanted'));
    setFault(null);
    const market = job.reading.facts.get('market@vehicle')?.value;
    const figure = (name: string, v: number | null | undefined) =>
      typeof v === 'number' ? { [name]: v } : {};
    // A plate says 1.2 %, and means below the horizontal: with a minus or without it is the same.
    const down = (v: number | null | undefined) => (typeof v === 'number' ? -Math.abs(v) : v);
    const mark = (['VOL', 'VOR', 'VO'] as const).find((m) => m === more.mark);
    const load = LOADS.find((l) => l === more.load);
    await sender.send('aim-read', {
      swap: looks.id,
      lamps: Object.fromEntries(spots.flatMap((s) => (s ? [s] : []))),
      market: MARKETS.find((m) => m === market) ?? 'none',
      distanceMm: wall.mm,
      ...figure('noseDownMm', nose),
      ...figure('wheelbaseMm', wheelbase),
      ...figure('floorRisePercent', floor),
      ...figure('markedPercent', down(marked)),
      ...figure('promisedPercent', down(promised)),
      ...(some
        ? {
            axles: {
              frontEmptyMm: loaded[0] ?? 0,
              rearEmptyMm: loaded[1] ?? 0,
              frontLoadedMm: loaded[2] ?? 0,
              rearLoadedMm: loaded[3] ?? 0,
            },
          }
        : {}),
      ...(mark ? { mark } : {}),
      ...(load ? { load } : {}),
    });
  };
  const field = (label: string, value: string, put: (v: string) => void, data: string, width = 'w-40') => (
    <Figure
      label={label}
      value={value}
      onChange={put}
      width={width}
      measured="length"
      data-aim-field={data}
    />
  );
  const percent = (name: 'marked' | 'promised' | 'floor', width: string) => (
    <Figure
      label={t(`aim.${name}`)}
      value={more[name]}
      onChange={(v) => setMore({ ...more, [name]: v })}
      width={width}
      data-aim-field={name}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="grid gap-2" data-aim-form>
      {aimed.map((p) => {
        const put = (name: 'below' | 'across' | 'centre' | 'lens') => (v: string) =>
          setLamps({ ...lamps, [p]: { ...at(p), [name]: v } });
        const position = say.position(p);
        const photo = fromPhoto(p);
        return (
          <div key={p} className="flex flex-wrap items-end gap-3">
            {field(t('aim.below', { position }), at(p).below, put('below'), `below/${p}`)}
            {field(t('aim.at-across', { position }), at(p).across, put('across'), `across/${p}`)}
            {field(t('aim.centre', { position }), at(p).centre, put('centre'), `centre/${p}`)}
            {field(t('aim.lens', { position }), at(p).lens, put('lens'), `lens/${p}`)}
            {photo && (
              <p className="basis-full text-sm text-soft">{t('aim.of-photo', { mm: photo.distanceMm })}</p>
            )}
          </div>
        );
      })}
      <div className="flex flex-wrap items-end gap-3">
        <Figure
          label={t('aim.distance')}
          value={distance}
          onChange={setDistance}
          width="w-32"
          placeholder={t('light-read.distance-example')}
          data-aim-field="distance"
        />
        <button type="submit" className={BUTTON.plain} disabled={busy}>
          {t('aim.save')}
        </button>
      </div>
      <details>
        <summary className="cursor-pointer text-sm font-semibold text-petrol">{t('aim.more')}</summary>
        <div className="mt-2 flex flex-wrap items-end gap-3">
          {percent('marked', 'w-36')}
          {percent('promised', 'w-36')}
          {field(t('aim.nose'), more.nose, (nose) => setMore({ ...more, nose }), 'nose', 'w-36')}
          {field(
            t('aim.wheelbase'),
            more.wheelbase,
            (wheelbase) => setMore({ ...more, wheelbase }),
            'wheelbase',
            'w-32',
          )}
          {percent('floor', 'w-40')}
          <label className="grid w-36 gap-1 text-sm font-semibold">
            {t('aim.load')}
            <select
              className={FIELD}
              value={more.load}
              onChange={(e) => setMore({ ...more, load: e.target.value })}
            >
              <option value="">{t('set-up.unknown')}</option>
              {LOADS.map((l) => (
                <option key={l} value={l}>
                  {t(`set-up.load.${l}`)}
                </option>
              ))}
            </select>
          </label>
          <label className="grid w-32 gap-1 text-sm font-semibold">
            {t('aim.mark')}
            <select
              className={FIELD}
              value={more.mark}
              onChange={(e) => setMore({ ...more, mark: e.target.value })}
            >
              {['', 'VOL', 'VOR', 'VO'].map((m) => (
                <option key={m}>{m}</option>
              ))}
            </select>
          </label>
        </div>
        <p className="mt-2 max-w-[70ch] text-sm text-soft">{t('aim.axles-about')}</p>
        <div className="mt-1 flex flex-wrap items-end gap-3">
          {AXLES.map((a) =>
            field(t(`aim.axle.${a}`), axles[a], (v) => setAxles({ ...axles, [a]: v }), `axle/${a}`),
          ).map((f, i) => (
            <div key={AXLES[i]} className="contents">
              {f}
            </div>
          ))}
        </div>
      </details>
      <p role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </form>
  );
}
