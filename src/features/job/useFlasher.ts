'use client';
import { useEffect, useMemo, useState } from 'react';
import type { ControlState } from '@/core/controls';
import { type Job, settledFlash } from '@/core/job';

/**
 * Real time of the flasher of some controls, all over the screen alike: lit and dark as the score says that this vehicle
 * flashes with the load it has then.
 */
export function useFlashPhase(c: ControlState, job: Job): boolean {
  const running = c.left === 'yes' || c.right === 'yes' || c.hazard === 'yes' || c['lock-flash'] === 'yes';
  const flash = useMemo(() => (running ? settledFlash(job, c) : null), [running, job, c]);
  return useFlasher(flash?.perMinute ?? 0, flash?.onShare ?? 1);
}

/** Steady lit for people who asked for less motion, and for a unit that does not flash at its load. */
function useFlasher(perMinute: number, onShare: number): boolean {
  const [on, setOn] = useState(true);
  useEffect(() => {
    if (perMinute <= 0 || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const periodMs = 60_000 / perMinute;
    let timer: ReturnType<typeof setTimeout>;
    // By the clock, so that whatever flashes on the screen flashes together.
    const turn = () => {
      const at = Date.now() % periodMs;
      const lit = at < periodMs * onShare;
      setOn(lit);
      timer = setTimeout(turn, Math.max(1, (lit ? periodMs * onShare : periodMs) - at));
    };
    timer = setTimeout(turn, 0);
    return () => {
      clearTimeout(timer);
      setOn(true);
    };
  }, [perMinute, onShare]);
  return on;
}
