'use client';
import { useEffect, useRef, useState } from 'react';
import { type RoadLamp, type RoadLamps, roadLamps } from '@/core/job';
import { degreesOf } from '@/core/beam/aim';
import { driversView, ISOLUX, type RoadAnswer, type RoadTask } from '@/core/beam/photometry/roadTask';
import type { RoadAsk, RoadReply } from '@/workers/road';
import { useJob, useView } from '../JobContext';
import { useWorker } from '../useWorker';
import { GroundLight } from './GroundLight';
import { paintRoad, paintView, SHADES } from './paintRoad';

const ROAD = { longM: 120, wideM: 30, stepM: 0.25, plane: 'facing' } as const;
const MODES = ['before', 'after', 'difference'] as const;
type Mode = (typeof MODES)[number];
const CHIP =
  'rounded-sm border border-outline bg-raised px-2.5 py-1 text-sm font-semibold hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper disabled:text-faint';

const worker = () => new Worker(new URL('../../../workers/road.ts', import.meta.url), { type: 'module' });

/** The light of a swap on the road ahead, or on the ground all round, from files of the shelf or walls that were measured. */
export function RoadView({ swap }: { swap: string }) {
  const { words } = useJob();
  const known = useView((job) => roadLamps(job, swap));
  const [open, setOpen] = useState(false);
  const { t } = words;
  if (!known) return null;
  const nothing = known.before.length + known.after.length === 0;
  return (
    <details
      className="border-t border-line pt-3"
      onToggle={(e) => setOpen(e.currentTarget.open)}
      data-road={nothing ? 'unknown' : known.ground ? 'ground' : 'road'}
    >
      <summary className="cursor-pointer text-lg font-semibold">
        {t(known.ground ? 'road.ground-title' : 'road.title')}
      </summary>
      {open && <Known known={known} nothing={nothing} />}
    </details>
  );
}

/** Worked out when somebody looks. */
function Known({ known, nothing }: { known: RoadLamps; nothing: boolean }) {
  const { words, say } = useJob();
  const { t } = words;
  return (
    <div className="mt-2 grid gap-2.5">
      {nothing ? (
        <p className="max-w-[70ch] text-soft">{t('road.nothing')}</p>
      ) : known.ground ? (
        <GroundLight known={known} />
      ) : (
        <Road known={known} />
      )}
      {!nothing && known.unknown.after.length > 0 && (
        <p className="text-sm text-soft">
          {t('road.not-known', { positions: say.positions(known.unknown.after) })}
        </p>
      )}
      <p className="text-sm text-soft">{t('road.caution')}</p>
    </div>
  );
}

function Road({ known }: { known: RoadLamps }) {
  const { words, say } = useJob();
  const { t } = words;
  const [answer, setAnswer] = useState<RoadAnswer | null>(null);
  const [mode, setMode] = useState<Mode>('after');
  const [moved, setMoved] = useState({ aim: 0, height: 0, load: 0 });
  const { send } = useWorker<RoadAsk, RoadReply>(worker, (r) => {
    if (r.kind === 'road') setAnswer(r.answer);
  });
  const task = roadTask(known, moved);
  const asked = JSON.stringify([
    moved,
    known.before.length,
    known.after.map((l) => [l.tiltDeg, l.heightM, l.from]),
  ]);
  useEffect(() => {
    send({ kind: 'road', task });
    // The task is made of what is asked; the lamps' maps are too large to be compared.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  const slider = (name: keyof typeof moved, from: number, to: number, step: number) => (
    <label className="grid w-44 gap-0.5 text-sm font-semibold">
      {t(`road.${name}`, { value: name === 'height' ? moved.height : say.number(moved[name]) })}
      <input
        type="range"
        className="accent-petrol"
        min={from}
        max={to}
        step={step}
        value={moved[name]}
        onChange={(e) => setMoved({ ...moved, [name]: Number(e.target.value) })}
        data-road-slider={name}
      />
    </label>
  );
  const there = { before: known.before.length > 0, after: known.after.length > 0 };
  const possible = { ...there, difference: there.before && there.after };
  const shown: Mode = possible[mode] ? mode : there.after ? 'after' : 'before';
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <div className="flex gap-1.5" role="group" aria-label={t('road.title')}>
          {MODES.map((m) => (
            <button
              key={m}
              type="button"
              className={CHIP}
              aria-pressed={shown === m}
              disabled={!possible[m]}
              onClick={() => setMode(m)}
              data-road-mode={m}
            >
              {t(`road.${m}`)}
            </button>
          ))}
        </div>
        {slider('aim', -2, 2, 0.1)}
        {slider('height', -300, 600, 25)}
        {slider('load', -1, 2, 0.1)}
      </div>
      {answer && <RoadPictures answer={answer} mode={shown} task={task} />}
      <Legend difference={shown === 'difference'} />
      {answer && (
        <ul className="text-sm" data-reach>
          {(['before', 'after'] as const).flatMap((when) =>
            answer.reach[when].map((r) => (
              <li key={`${when}/${r.lux}`}>
                {t('road.reach', {
                  when,
                  lux: r.lux,
                  axis: Math.round(r.axisM),
                  aside: Math.round(r.kerbM),
                })}
              </li>
            )),
          )}
        </ul>
      )}
      <p className="max-w-[75ch] text-sm text-soft">
        {t('road.plane')} {known.after.some((l) => l.from === 'wall') && t('road.apparent')}{' '}
        {known.after.some((l) => l.usualAim) && t('road.usual-aim')}{' '}
        {known.after.some((l) => l.usualHeight) && t('road.usual-height')}
      </p>
    </>
  );
}

/** The lamps as the sliders move them: aim and load tilt, height lifts. What stood before stays as it was, but for the load. */
function roadTask(known: RoadLamps, moved: { aim: number; height: number; load: number }): RoadTask {
  const set = (lamps: readonly RoadLamp[], percent: number, lift: number) =>
    lamps.map(({ map, acrossM, heightM, panDeg, tiltDeg }) => ({
      map,
      acrossM,
      aheadM: 0,
      heightM: Math.max(0.2, heightM + lift / 1000),
      panDeg: panDeg ?? 0,
      tiltDeg: (tiltDeg ?? 0) + degreesOf(percent),
    }));
  return {
    ...ROAD,
    kerbM: known.traffic === 'left' ? -3 : 3,
    before: set(known.before, moved.load, 0),
    after: set(known.after, moved.aim + moved.load, moved.height),
  };
}

function RoadPictures({ answer, mode, task }: { answer: RoadAnswer; mode: Mode; task: RoadTask }) {
  const { words } = useJob();
  const { t } = words;
  const above = useRef<HTMLCanvasElement>(null);
  const ahead = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const grid = mode === 'before' ? answer.before : answer.after;
    if (!grid || !above.current) return;
    paintRoad(above.current, grid, mode === 'difference' ? answer.before : null);
    if (!ahead.current || mode === 'difference') return;
    const size = { width: 360, height: 200, fieldDeg: 50 };
    const eye = { rightM: task.kerbM > 0 ? -0.35 : 0.35, heightM: 1.25 };
    paintView(ahead.current, driversView(grid, task, eye, size), size.width, size.height);
  }, [answer, mode, task]);
  return (
    <div className="grid gap-3 lg:grid-cols-[2fr_1fr]">
      <figure>
        <canvas
          ref={above}
          className="block w-full rounded-sm"
          role="img"
          aria-label={t('road.above')}
          data-road-above
        />
        <figcaption className="text-sm text-soft">
          {t('road.above-about', { long: task.longM, wide: task.wideM })}
        </figcaption>
      </figure>
      {mode !== 'difference' && (
        <figure>
          <canvas
            ref={ahead}
            className="block w-full rounded-sm"
            role="img"
            aria-label={t('road.ahead')}
            data-road-ahead
          />
          <figcaption className="text-sm text-soft">{t('road.ahead')}</figcaption>
        </figure>
      )}
    </div>
  );
}

function Legend({ difference }: { difference: boolean }) {
  const { words } = useJob();
  const { t } = words;
  const swatch = (colour: string, said: string) => (
    <span key={said} className="inline-flex items-center gap-1.5">
      <span className="inline-block size-3.5 border border-line" style={{ background: colour }} aria-hidden />
      {said}
    </span>
  );
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {difference
        ? [swatch(SHADES.brighter, t('road.brighter')), swatch(SHADES.darker, t('road.darker'))]
        : ISOLUX.map((lux, i) => swatch(SHADES.light[i + 1] ?? '', t('road.from', { lux })))}
    </p>
  );
}
