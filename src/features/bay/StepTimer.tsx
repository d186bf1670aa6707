'use client';
import { useEffect, useState } from 'react';
import { useJob } from '../job/JobContext';
import { useClock } from './PauseButton';

const pair = (n: number) => String(n).padStart(2, '0');
/** *Setting*: after so long nobody is at it any more; the clock stands until the next tick. */
const LONGEST_MS = 4 * 3_600_000;

/** How long who is at the vehicle has been at this: it runs by itself from tick to tick, pauses taken out. */
export function StepTimer() {
  const { words } = useJob();
  const { sinceMs, beforeMs, paused } = useClock();
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  if (sinceMs === null) return null;
  const ms = beforeMs + (paused ? 0 : Math.max(0, now - sinceMs));
  if (ms >= LONGEST_MS) return null;
  const s = Math.floor(ms / 1000);
  return (
    <span
      className="font-mono text-lg"
      data-timer={paused ? 'paused' : 'runs'}
      aria-label={words.t('tablet.since-last')}
    >
      {pair(Math.floor(s / 3600))}:{pair(Math.floor(s / 60) % 60)}:{pair(s % 60)}
      {paused && ` · ${words.t('tablet.paused')}`}
    </span>
  );
}
