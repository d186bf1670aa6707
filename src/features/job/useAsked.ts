'use client';
import { keepPreviousData, useQuery } from '@tanstack/react-query';

/** An answer of the server about the job, shown while the next one is fetched. */
export interface Asked<T> {
  /** undefined: there is none yet. */
  readonly data: T | undefined;
  readonly failed: boolean;
  readonly again: () => void;
}

/**
 * Asks the server for what only it can work out, over the whole shelf or other jobs.
 * @param path what is asked
 * @param key what the answer hangs on besides; another key asks anew
 */
export function useAsked<T>(path: string, key: readonly (string | number)[]): Asked<T> {
  const { data, isError, refetch } = useQuery({
    queryKey: [path, ...key],
    queryFn: async (): Promise<T> => {
      const answer = await fetch(path);
      if (!answer.ok) throw new Error(String(answer.status));
      return (await answer.json()) as T;
    },
    placeholderData: keepPreviousData,
  });
  return { data, failed: isError, again: () => void refetch() };
}
