'use client';
import { useEffect, useState } from 'react';

/** Flashes per minute of the drawn flasher; the usual window is 60 to 120. Source: UN R48 6.5.9, FMVSS 108 S14.9. */
const RATE_PER_MIN = 90;

/** Real time of a flasher: lit half and dark half in turn. Steady lit for people who asked for less motion. */
export function useFlasher(running: boolean): boolean {
  const [on, setOn] = useState(true);
  useEffect(() => {
    if (!running || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const timer = setInterval(() => setOn((x) => !x), 30_000 / RATE_PER_MIN);
    return () => {
      clearInterval(timer);
      setOn(true);
    };
  }, [running]);
  return on;
}
