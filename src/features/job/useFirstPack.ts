'use client';
import { useCallback, useEffect, useState } from 'react';
import type { JobPack } from '@/core/job';

/** A job as it comes to a screen. */
export interface FirstPack {
  /** null: it is on its way, or did not come. */
  readonly pack: JobPack | null;
  readonly failed: boolean;
  readonly again: () => void;
}

/** Fetches the pack of a job, once for each job that is shown; what comes into it later is the client's to fetch. */
export function useFirstPack(job: string): FirstPack {
  const [state, setState] = useState<{ readonly pack: JobPack | null; readonly failed: boolean }>({
    pack: null,
    failed: false,
  });
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    const left = new AbortController();
    void (async () => {
      try {
        const answer = await fetch(`/api/jobs/${job}/pack`, { signal: left.signal });
        if (!answer.ok) throw new Error(String(answer.status));
        setState({ pack: (await answer.json()) as JobPack, failed: false });
      } catch {
        if (!left.signal.aborted) setState({ pack: null, failed: true });
      }
    })();
    return () => left.abort();
  }, [job, turn]);
  const again = useCallback(() => {
    setState({ pack: null, failed: false });
    setTurn((t) => t + 1);
  }, []);
  return { pack: state.pack?.id === job ? state.pack : null, failed: state.failed, again };
}
