'use client';
import { type ReactNode, useEffect, useRef, useSyncExternalStore } from 'react';
import { BUTTON } from '@/ui/classes';
import { useJob } from '../JobContext';
import type { Playhead } from './playhead';

const SPEEDS = [1, 0.5, 0.1] as const;
const STEP_US = 10_000;

/** A button of the row of buttons. */
export const SMALL =
  'inline-flex items-center justify-center rounded-sm border border-outline bg-raised px-2.5 py-1.5 text-[0.92rem] font-semibold hover:border-ink disabled:text-faint';

/** Play, pause, step and speed of a score, with the time at which it stands. */
export function Transport({ playhead, children }: { playhead: Playhead; children?: ReactNode }) {
  const { words } = useJob();
  const { t } = words;
  useSyncExternalStore(playhead.onChange, playhead.state, () => '');
  const slowed = playhead.safe < Math.min(1, playhead.speed);
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label={t('score.transport')}>
      <button
        type="button"
        className={`${BUTTON.main} min-w-20 px-3 py-1.5 text-[0.92rem]`}
        onClick={() => (playhead.playing ? playhead.pause() : playhead.play())}
        data-play={playhead.playing}
      >
        {playhead.playing ? t('score.pause') : t('score.play')}
      </button>
      <button
        type="button"
        className={SMALL}
        onClick={() => playhead.step(-STEP_US)}
        title={t('score.step-back')}
      >
        −10 ms
      </button>
      <button type="button" className={SMALL} onClick={() => playhead.step(STEP_US)} title={t('score.step')}>
        +10 ms
      </button>
      {SPEEDS.map((speed) => (
        <button
          key={speed}
          type="button"
          className={`${SMALL} aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper`}
          aria-pressed={playhead.speed === speed}
          onClick={() => playhead.setSpeed(speed)}
          data-speed={speed}
        >
          {t('score.speed', { speed: speed === 1 ? '1' : speed === 0.5 ? '½' : '⅒' })}
        </button>
      ))}
      <Clock playhead={playhead} />
      {slowed && <span className="text-sm text-soft">{t('score.slowed')}</span>}
      <span className="flex-1" />
      {children}
    </div>
  );
}

function Clock({ playhead }: { playhead: Playhead }) {
  const shown = useRef<HTMLOutputElement>(null);
  useEffect(
    () =>
      playhead.onFrame((us) => {
        if (shown.current) shown.current.textContent = `${(us / 1_000_000).toFixed(3)} s`;
      }),
    [playhead],
  );
  return <output ref={shown} className="ml-1 w-18 text-right font-mono text-[0.92rem]" data-clock />;
}
