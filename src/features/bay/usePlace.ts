'use client';
import { useSyncExternalStore } from 'react';

/** What of a job is worked on. */
export const TABS = ['arrive', 'wire', 'strip', 'bench', 'mount', 'prove', 'items'] as const;
export type Tab = (typeof TABS)[number];

/** Where one is in the bay view; null: at the board. */
export interface BayPlace {
  readonly job: string | null;
  readonly tab: Tab;
  /** The step that was gone to; null: the first that is open. */
  readonly step: string | null;
}

const listen = (on: () => void) => {
  window.addEventListener('hashchange', on);
  return () => window.removeEventListener('hashchange', on);
};

/** What an address says; null: nothing, or no text that anybody wrote by the rules. */
function plain(said: string): string | null {
  try {
    return decodeURIComponent(said) || null;
  } catch {
    return null;
  }
}

/** The place stands behind the `#`: nothing of it is asked of a server, and going back works. */
export function usePlace(): { readonly place: BayPlace; readonly go: (to: BayPlace) => void } {
  const hash = useSyncExternalStore(
    listen,
    () => window.location.hash,
    () => '',
  );
  const [job = '', tab = '', step = ''] = hash.replace(/^#/, '').split('/');
  return {
    place: { job: job === '' ? null : job, tab: TABS.find((t) => t === tab) ?? 'strip', step: plain(step) },
    go: (to) => {
      const step = to.step === null ? '' : `/${encodeURIComponent(to.step)}`;
      window.location.hash = to.job === null ? '' : `${to.job}/${to.tab}${step}`;
    },
  };
}
