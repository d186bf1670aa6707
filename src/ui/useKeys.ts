'use client';
import { useEffect, useRef, useSyncExternalStore } from 'react';

const SWITCH = 'yonder-keys-off';
const listeners = new Set<() => void>();

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether single keys act on this device, and the switch for it. */
export function useKeySwitch(): [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore(
    subscribe,
    () => window.localStorage.getItem(SWITCH) === null,
    () => true,
  );
  return [
    on,
    (next) => {
      if (next) window.localStorage.removeItem(SWITCH);
      else window.localStorage.setItem(SWITCH, '1');
      listeners.forEach((l) => l());
    },
  ];
}

/** Single keys never fire while a field or a button has the focus, in a dialog, or with a modifier. */
function busy(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.altKey || event.metaKey || event.defaultPrevented) return true;
  const at = document.activeElement;
  if (document.querySelector('[role=dialog]')) return true;
  // A focused link follows Enter; that is no shortcut of ours.
  if (event.key === 'Enter' && at?.matches('a, summary')) return true;
  return (
    at !== null && at.matches('input, textarea, select, button, [role=button], [role=tab], [contenteditable]')
  );
}

/**
 * Single-key shortcuts of a screen, by `event.key`. `?` and Escape work even when single keys are switched off.
 * @param frame of what stands around every screen: it is alive before the screen is, and says nothing of it
 */
export function useKeys(keys: Readonly<Record<string, () => void>>, frame?: 'frame'): void {
  const [on] = useKeySwitch();
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const act = latest.current[event.key];
      if (!act || busy(event) || (!on && event.key !== '?')) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', listen);
    // Says that keys are heard now: before that the page is drawn but not yet alive.
    if (!frame) document.documentElement.dataset.keys = on ? 'on' : 'off';
    return () => {
      window.removeEventListener('keydown', listen);
      if (!frame) delete document.documentElement.dataset.keys;
    };
  }, [on, frame]);
}
