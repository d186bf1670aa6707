'use client';
import { useEffect, useState } from 'react';
import { stripView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';

const pair = (n: number) => String(n).padStart(2, '0');
/** *Setting*: after so long nobody is at it any more; the clock stands until the next tick. */
const LONGEST_MS = 4 * 3_600_000;

/** How long ago the last step was done: it runs by itself from tick to tick. */
export function StepTimer() {
  const { words } = useJob();
  const strip = useView(stripView);
  const last = [...strip.out, ...strip.back]
    .flatMap((l) => l.tick?.at ?? [])
    .sort()
    .at(-1);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  if (!last) return null;
  const ms = now - Date.parse(last);
  if (!(ms >= 0 && ms < LONGEST_MS)) return null;
  const s = Math.floor(ms / 1000);
  return (
    <span className="font-mono text-lg" data-timer aria-label={words.t('tablet.since-last')}>
      {pair(Math.floor(s / 3600))}:{pair(Math.floor(s / 60) % 60)}:{pair(s % 60)}
    </span>
  );
}
