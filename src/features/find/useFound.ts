'use client';
import { useEffect, useState } from 'react';
import type { FoundAll } from '@/core/job';

/** What the server found for a text; `for` says which, as the next one may be typed already. */
export interface Found {
  readonly for: string;
  readonly all: FoundAll | null;
  readonly failed: boolean;
}

const NOTHING: Found = { for: '', all: null, failed: false };

/** Asks the server while somebody types: what was asked before is let go. */
export function useFound(text: string): Found {
  const [found, setFound] = useState<Found>(NOTHING);
  const typed = text.trim();
  useEffect(() => {
    if (typed === '') return undefined;
    const asking = new AbortController();
    void fetch(`/api/find?q=${encodeURIComponent(typed)}`, { signal: asking.signal })
      .then(async (answer) => {
        if (!answer.ok) throw new Error(String(answer.status));
        setFound({ for: typed, all: (await answer.json()) as FoundAll, failed: false });
      })
      .catch(() => {
        if (!asking.signal.aborted) setFound({ for: typed, all: null, failed: true });
      });
    return () => asking.abort();
  }, [typed]);
  return typed === '' ? NOTHING : found;
}
