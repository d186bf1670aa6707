'use client';
import { useState } from 'react';
import { LEAST_TAPS, type Tapped, tapped } from '@/core/light/measure/taps';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useBusy, useJob } from '../job/JobContext';
import { SMALL } from '../job/dusk/Transport';
import type { Scene } from './useScene';

const tenth = (x: number): number => Math.round(x * 10) / 10;

/** Tap along with the vehicle's flash: hold while it is lit. Its rate with its interval, and how much of it is lit. */
export function TapAlong({ scene }: { scene: Scene }) {
  const { words, sender, rights } = useJob();
  const busy = useBusy();
  const { t } = words;
  const [open, setOpen] = useState(false);
  const [times, setTimes] = useState<{ down: readonly number[]; up: readonly number[] }>({
    down: [],
    up: [],
  });
  const [kept, setKept] = useState(false);
  // The time is the event's, not that of the update.
  const down = () => {
    const at = performance.now();
    setTimes((x) => (x.down.length > x.up.length ? x : { ...x, down: [...x.down, at] }));
  };
  const up = () => {
    const at = performance.now();
    setTimes((x) => (x.down.length > x.up.length ? { ...x, up: [...x.up, at] } : x));
  };
  const again = () => {
    setTimes({ down: [], up: [] });
    setKept(false);
  };
  const done = times.up.length >= LEAST_TAPS;
  const result: Tapped | null = done ? tapped(times.down.slice(0, times.up.length), times.up) : null;
  const keep = async () => {
    if (result?.kind !== 'rate') return;
    const { perMinute, onShare } = result;
    await sender.send('light-timed', {
      what: 'flash',
      from: perMinute.from,
      to: Math.min(60_000, perMinute.to),
      ...(onShare ? { shareFrom: onShare.from, shareTo: onShare.to } : {}),
      how: 'taps',
      count: times.up.length,
      ...(result.missed.length > 0 ? { noted: 'missed-some' as const } : {}),
    });
    setKept(true);
  };
  const shelf = scene.view.flasher?.perMinute ?? null;
  return (
    <>
      <button type="button" className={SMALL} onClick={() => setOpen(true)} data-tap-along>
        {t('score.tap')}
      </button>
      <Sheet
        open={open}
        onOpenChange={(x) => {
          setOpen(x);
          if (!x) again();
        }}
        title={t('tap.title')}
        about={t('tap.about')}
        close={t('close')}
      >
        <div className="grid gap-3">
          <button
            type="button"
            className="h-40 rounded-md border-2 border-ink bg-raised text-xl font-semibold touch-none select-none active:bg-sunk"
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              down();
            }}
            onPointerUp={up}
            onKeyDown={(e) => {
              if (e.key !== ' ' || e.repeat) return;
              e.preventDefault();
              down();
            }}
            onKeyUp={(e) => {
              if (e.key !== ' ') return;
              e.preventDefault();
              up();
            }}
            data-tap
          >
            {t('tap.hold')}
            <span className="block text-base font-normal text-soft">
              {t('tap.count', { count: times.up.length })}
              {!done && ` · ${t('tap.more', { count: LEAST_TAPS - times.up.length })}`}
            </span>
          </button>
          {result?.kind === 'rate' && (
            <div className="grid gap-1" role="status" data-tapped>
              <p className="text-lg font-semibold">
                {t('tap.rate', {
                  rate: tenth(result.perMinute.value),
                  from: tenth(result.perMinute.from),
                  to: tenth(result.perMinute.to),
                })}
              </p>
              {result.onShare && <p>{t('tap.share', { percent: Math.round(result.onShare.value * 100) })}</p>}
              {result.missed[0] !== undefined && (
                <p className="text-plum">{t('tap.missed', { number: result.missed[0] + 1 })}</p>
              )}
              {kept && (
                <p className="text-soft">
                  {t('tap.kept')} {typeof shelf === 'number' ? t('tap.shelf') : ''}
                </p>
              )}
            </div>
          )}
          <div className="flex gap-2">
            <button
              type="button"
              className={BUTTON.main}
              disabled={!done || kept || busy || !rights.workAtVehicle}
              onClick={() => void keep()}
              data-tap-keep
            >
              {t('tap.keep')}
            </button>
            <button type="button" className={BUTTON.plain} onClick={again}>
              {t('tap.again')}
            </button>
          </div>
        </div>
      </Sheet>
    </>
  );
}
