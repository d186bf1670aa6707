import type { AnyEvent, EntryFault } from '@/core/job';

/** What the server said of one entry. */
export interface Answer {
  readonly id: string;
  readonly outcome: 'kept' | 'known' | 'held' | 'not-taken';
  readonly code?: string;
  readonly faults?: readonly EntryFault[];
}

/** What became of a batch. */
export type Posted =
  | { readonly kind: 'answered'; readonly answers: readonly Answer[]; readonly now: string | null }
  /** Nobody is signed in. */
  | { readonly kind: 'signed-out' }
  /** The server does not answer, or is not itself; the same again later. */
  | { readonly kind: 'no-answer' }
  /** The server will not have this batch, whatever is in it. */
  | { readonly kind: 'refused'; readonly status: number };

/** Statuses that say “later”, not “no”. */
const LATER = new Set([408, 425, 429]);
/** A line that is silent for so long is cut, ms. */
const SILENT_MS = 30_000;

/** Sends a batch and reads the answer; anything that is no answer of ours counts as none. */
export async function post(fetch: typeof globalThis.fetch, entries: readonly AnyEvent[]): Promise<Posted> {
  let response: Response;
  try {
    response = await fetch('/api/events', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events: entries }),
      signal: AbortSignal.timeout(SILENT_MS),
      redirect: 'error',
    });
    if (response.status === 401) return { kind: 'signed-out' };
    if (response.status >= 500 || LATER.has(response.status)) return { kind: 'no-answer' };
    if (!response.ok) return { kind: 'refused', status: response.status };
    const said = (await response.json()) as { outcomes?: unknown; now?: unknown };
    if (!Array.isArray(said.outcomes)) return { kind: 'no-answer' };
    return {
      kind: 'answered',
      answers: said.outcomes as readonly Answer[],
      now: typeof said.now === 'string' ? said.now : null,
    };
  } catch {
    return { kind: 'no-answer' };
  }
}
