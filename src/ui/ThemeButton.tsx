'use client';
import { useSyncExternalStore } from 'react';
import { THEME_KEY } from './theme';
import { BUTTON } from './classes';
import { useFrameWords } from './WordsContext';

const KEY = THEME_KEY;
type Theme = 'system' | 'night' | 'day';
const NEXT: Readonly<Record<Theme, Theme>> = { system: 'night', night: 'day', day: 'system' };
const listeners = new Set<() => void>();

const chosen = (): Theme => {
  const kept = window.localStorage.getItem(KEY);
  return kept === 'night' || kept === 'day' ? kept : 'system';
};

/** Puts the pinned theme on the page; without one it follows the system. */
export function applyTheme(): void {
  const theme = chosen();
  if (theme === 'system') delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
}

/** Night, day, or as the system has it. */
export function ThemeButton({ className = BUTTON.plain }: { className?: string }) {
  const { t } = useFrameWords();
  const theme = useSyncExternalStore(
    (listen) => {
      applyTheme();
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    chosen,
    () => 'system' as const,
  );
  return (
    <button
      type="button"
      className={className}
      onClick={() => {
        const next = NEXT[theme];
        if (next === 'system') window.localStorage.removeItem(KEY);
        else window.localStorage.setItem(KEY, next);
        applyTheme();
        for (const l of listeners) l();
      }}
      data-theme-now={theme}
    >
      {t(`theme.${theme}`)}
    </button>
  );
}
