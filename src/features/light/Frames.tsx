'use client';
import { useState } from 'react';
import { betweenFrames } from '@/core/light/measure/taps';
import { BUTTON, FIELD } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useBusy, useJob } from '../job/JobContext';
import { SMALL } from '../job/dusk/Transport';
import type { Scene } from './useScene';

const WHAT = ['sweep', 'return'] as const;
const tenth = (x: number): string => `${Math.round(x * 10) / 10} ms`;

/** A sweep, or the time until the white is back, from the picture numbers of a slow-motion clip. */
export function Frames({ scene }: { scene: Scene }) {
  const { words, say, sender, rights, focus, swap } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [open, setOpen] = useState(false);
  const [what, setWhat] = useState<(typeof WHAT)[number]>('sweep');
  const [typed, setTyped] = useState({ first: '', last: '', rate: '240' });
  const numbers = [typed.first, typed.last, typed.rate].map((x) => (x.trim() === '' ? NaN : Number(x)));
  const result = betweenFrames(numbers[0] ?? NaN, numbers[1] ?? NaN, numbers[2] ?? NaN);
  const filled = numbers.every((n) => !Number.isNaN(n));
  const position = focus?.key ?? '';
  const lamp = swap?.choice?.lamps[position];
  const fitted = scene.played.after.lamps.some((l) => l.lamp.position === position);
  if (!lamp || !fitted) return null;
  const keep = async () => {
    if (!result) return;
    await sender.send('light-timed', {
      what,
      position,
      lamp,
      from: result.from,
      to: result.to,
      how: 'frames',
      count: Math.round(numbers[2] ?? 1),
    });
    setOpen(false);
  };
  return (
    <>
      <button type="button" className={SMALL} onClick={() => setOpen(true)} data-frames>
        {t('score.frames')}
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={t('frames.title')}
        about={t('frames.about')}
        close={t('close')}
      >
        <form
          className="grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <label className="grid gap-1 text-sm font-semibold">
            {t('frames.what')}
            <select
              className={FIELD}
              value={what}
              onChange={(e) => setWhat(e.target.value as typeof what)}
              name="what"
            >
              {WHAT.map((w) => (
                <option key={w} value={w}>
                  {tCode(`frames.${w}`)}
                </option>
              ))}
            </select>
          </label>
          <div className="grid grid-cols-3 gap-3">
            {(['first', 'last', 'rate'] as const).map((name) => (
              <label key={name} className="grid gap-1 text-sm font-semibold">
                {t(`frames.${name}`)}
                <input
                  className={FIELD}
                  inputMode="numeric"
                  name={name}
                  value={typed[name]}
                  onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
                />
              </label>
            ))}
          </div>
          {filled && (
            <p role="status" className={result ? 'text-lg font-semibold' : 'text-plum'}>
              {result
                ? t('frames.result', {
                    ms: tenth(result.value),
                    from: tenth(result.from),
                    to: tenth(result.to),
                  })
                : t('frames.cannot')}
            </p>
          )}
          <button
            className={BUTTON.main}
            disabled={!result || busy || !rights.workAtVehicle}
            data-frames-keep
          >
            {t('frames.keep', { position: say.position(position) })}
          </button>
        </form>
      </Sheet>
    </>
  );
}
