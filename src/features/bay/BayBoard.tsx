'use client';
import { useEffect, useState } from 'react';
import { frameView, type FrameView, readPack } from '@/core/job';
import type { Bay, BayState, PackHere } from '@/device';
import { BoltMark } from '@/ui/BoltMark';
import { BUTTON } from '@/ui/classes';
import { MiniLoom } from '@/ui/Loom';
import { useWords, useZone } from '@/ui/WordsContext';
import { BayFind } from './BayFind';
import { NetChip } from './NetChip';
import { ThemeButton } from '@/ui/ThemeButton';
import type { BayPlace } from './usePlace';
import { WhoButton } from './WhoButton';

/** The jobs that are on this device, booked ones first, each with its loom. */
export function BayBoard({
  bay,
  state,
  onOpen,
  onGo,
}: {
  bay: Bay;
  state: BayState;
  onOpen: (job: string) => void;
  onGo: (to: BayPlace) => void;
}) {
  const { t, tCode, locale } = useWords();
  const zone = useZone();
  const views = useReadings(state.jobs);
  const time = (at: string) =>
    new Intl.DateTimeFormat(locale, {
      weekday: 'short',
      hour: '2-digit',
      minute: '2-digit',
      timeZone: zone,
    }).format(new Date(at));
  const oldest = state.jobs.map((j) => j.takenAt).sort()[0];
  return (
    <div className="flex min-h-dvh flex-col" data-bay="board">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-3">
        <BoltMark size={30} />
        <h1 className="text-2xl">{t('tablet.title')}</h1>
        <p className="text-soft">{state.me?.shopName}</p>
        <WhoButton bay={bay} state={state} />
        <span className="ml-auto flex items-center gap-3">
          <BayFind jobs={state.jobs} onGo={onGo} />
          <NetChip bay={bay} state={state} />
          <ThemeButton />
        </span>
      </header>
      <main className="flex-1 px-5 py-4">
        {state.full && (
          <p role="alert" className="mb-3 border border-plum bg-plum-wash px-4 py-3 font-semibold">
            {t('tablet.full')}
          </p>
        )}
        {state.signedOut && (
          <p role="alert" className="mb-3 border border-plum bg-plum-wash px-4 py-3">
            {t('tablet.signed-out')}{' '}
            <a className={BUTTON.quiet} href="/sign-in">
              {t('tablet.sign-in')}
            </a>
          </p>
        )}
        {state.jobs.length === 0 && (
          <p className="text-soft">{t(state.asking ? 'tablet.taking' : 'tablet.none')}</p>
        )}
        <ul className="grid gap-2">
          {state.jobs.map((j) => {
            const view = views.get(j.id);
            const { family, vehicle, number } = j.pack;
            const name = `${family.body.maker} ${family.body.name}`;
            return (
              <li key={j.id}>
                <button
                  type="button"
                  className="grid w-full grid-cols-[auto_minmax(0,1fr)] items-center gap-x-5 gap-y-1 rounded-sm border border-outline bg-raised px-4 py-3 text-left hover:border-ink sm:grid-cols-[auto_minmax(0,1fr)_auto]"
                  onClick={() => onOpen(j.id)}
                  data-bay-job={number}
                >
                  <span className="font-mono text-lg text-soft">{String(number).padStart(4, '0')}</span>
                  <span className="min-w-0">
                    <span className="block truncate text-xl font-semibold">{name}</span>
                    <span className="font-mono text-soft">
                      {vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin}
                    </span>
                    {j.startsAt && <span className="text-soft"> · {time(j.startsAt)}</span>}
                  </span>
                  <span className="col-span-2 sm:col-span-1">
                    {view ? (
                      <MiniLoom
                        stages={view.stages}
                        label={view.stages
                          .map((x) => `${tCode(`stage.${x.stage}`)}: ${tCode(`seat.${x.state}`)}`)
                          .join(', ')}
                      />
                    ) : (
                      <span className="text-sm text-soft">…</span>
                    )}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      </main>
      <footer className="flex flex-wrap items-center gap-4 border-t border-line px-5 py-3 text-sm text-soft">
        <p className="min-w-0 flex-1">
          {t('tablet.here', { count: state.jobs.length })}
          {oldest && ` · ${t('tablet.as-of', { at: time(oldest) })}`}
        </p>
        <button
          type="button"
          className={BUTTON.plain}
          disabled={state.asking}
          onClick={() => void bay.refresh()}
          data-take-along
        >
          {t('tablet.take-along')}
        </button>
        {/* A whole page: the desk is another client. */}
        <a className={BUTTON.quiet} href="/">
          {t('tablet.desk')}
        </a>
      </footer>
    </div>
  );
}

/** Reads the jobs one after another between frames: the list stands at once, the looms follow. */
function useReadings(jobs: readonly PackHere[]): ReadonlyMap<string, FrameView> {
  const [views, setViews] = useState<ReadonlyMap<string, FrameView>>(new Map());
  const [known] = useState(() => new WeakMap<object, FrameView>());
  useEffect(() => {
    let stop = false;
    let timer: ReturnType<typeof setTimeout>;
    const next = (i: number) => {
      const job = jobs[i];
      if (stop || !job) return;
      const view = known.get(job.pack) ?? frameView({ pack: job.pack, reading: readPack(job.pack) });
      known.set(job.pack, view);
      setViews((now) => new Map(now).set(job.id, view));
      timer = setTimeout(() => next(i + 1), 0);
    };
    timer = setTimeout(() => next(0), 0);
    return () => {
      stop = true;
      clearTimeout(timer);
    };
  }, [jobs, known]);
  return views;
}
