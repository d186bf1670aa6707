'use client';
import { useEffect, useState } from 'react';
import type { ControlState } from '@/core/controls';

/** Flashes per minute of the drawn flasher; the usual window is 60 to 120. Source: UN R48 6.5.9, FMVSS 108 S14.9. */
const RATE_PER_MIN = 90;

/** Real time of the flasher of some controls: lit half and dark half in turn, all over the screen alike. */
export const useFlashPhase = (c: ControlState): boolean =>
  useFlasher(c.left === 'yes' || c.right === 'yes' || c.hazard === 'yes' || c['lock-flash'] === 'yes');

/** Steady lit for people who asked for less motion. */
function useFlasher(running: boolean): boolean {
  const [on, setOn] = useState(true);
  useEffect(() => {
    if (!running || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const halfMs = 30_000 / RATE_PER_MIN;
    // By the clock, so that whatever flashes on the screen flashes together.
    const timer = setInterval(() => setOn(Math.floor(Date.now() / halfMs) % 2 === 0), halfMs);
    return () => {
      clearInterval(timer);
      setOn(true);
    };
  }, [running]);
  return on;
}
