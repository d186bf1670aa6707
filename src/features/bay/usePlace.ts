'use client';
import { useSyncExternalStore } from 'react';

/** What of a job is worked on. */
export const TABS = ['arrive', 'wire', 'strip', 'bench', 'mount', 'prove', 'items'] as const;
export type Tab = (typeof TABS)[number];

/** Where one is in the bay view; null: at the board. */
export interface BayPlace {
  readonly job: string | null;
  readonly tab: Tab;
}

const listen = (on: () => void) => {
  window.addEventListener('hashchange', on);
  return () => window.removeEventListener('hashchange', on);
};

/** The place stands behind the `#`: nothing of it is asked of a server, and going back works. */
export function usePlace(): { readonly place: BayPlace; readonly go: (to: BayPlace) => void } {
  const hash = useSyncExternalStore(
    listen,
    () => window.location.hash,
    () => '',
  );
  const [job = '', tab = ''] = hash.replace(/^#/, '').split('/');
  return {
    place: { job: job === '' ? null : job, tab: TABS.find((t) => t === tab) ?? 'strip' },
    go: (to) => {
      window.location.hash = to.job === null ? '' : `${to.job}/${to.tab}`;
    },
  };
}
