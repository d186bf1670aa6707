import type { AnyEvent, EntryFault } from '@/core/job';

/** What the server said of one entry. */
export interface Answer {
  readonly id: string;
  readonly outcome: 'kept' | 'known' | 'held' | 'not-taken';
  readonly code?: string;
  readonly faults?: readonly EntryFault[];
  /** Of a held one: what it is kept under there, and let in by. */
  readonly digest?: string;
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

/** What a device says of the entries of a batch besides: both take rights away, and give none. */
export interface Besides {
  /** Who was signed in when each was written: people's ids by id of entry. */
  readonly under: Readonly<Record<string, string>>;
  /** Ids of those that were not written under the password that was given here last. */
  readonly unproven: readonly string[];
  /** This device's own clock, ms, as nobody has set it right: several together tell a server that its own is wrong. */
  readonly clock: number;
}

const OUTCOMES: ReadonlySet<unknown> = new Set(['kept', 'known', 'held', 'not-taken']);

/** Whether this is an answer that this program knows: of any other nothing is concluded. */
const isAnswer = (said: unknown): said is Answer => {
  const { id, outcome } = (said ?? {}) as { readonly id?: unknown; readonly outcome?: unknown };
  return typeof id === 'string' && OUTCOMES.has(outcome);
};

/**
 * Sends a batch and reads the answer; anything that is no answer of ours counts as none, and so does an outcome that this
 * program does not know.
 */
export async function post(
  fetch: typeof globalThis.fetch,
  entries: readonly AnyEvent[],
  besides: Besides,
): Promise<Posted> {
  let response: Response;
  try {
    response = await fetch('/api/events', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events: entries, ...besides }),
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
      answers: said.outcomes.filter(isAnswer),
      now: typeof said.now === 'string' ? said.now : null,
    };
  } catch {
    return { kind: 'no-answer' };
  }
}
