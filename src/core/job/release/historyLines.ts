import type { AnyStoredEvent, EventType, Surety } from '../events';
import type { JobRecord } from '../fold';

/** A line of a job’s history: what somebody did, and how often in a row. */
export interface HistoryLine {
  readonly at: string;
  readonly user: string;
  readonly type: EventType;
  /** Entries of the kind, one after the other, by the same person. */
  readonly count: number;
  /** Of steps: how often fasteners were counted at them. */
  readonly counted: number;
  /** Lamps that they are about, in the order in which they come; empty: the whole vehicle. */
  readonly positions: readonly string[];
  /** What it was about in a person’s words, where there are any and the line is of one entry. */
  readonly words: string;
  /** How sure the name is; absent: its owner was signed in. */
  readonly sure?: Surety;
}

/** How long entries of one kind may lie apart and still be one piece of work, ms. */
const TOGETHER_MS = 3_600_000;

/**
 * The history in lines that are read: entries of one kind, by one person, one after the other within the hour, are one
 * line. @param standing in history order
 */
export function historyLines(
  standing: readonly AnyStoredEvent[],
  record: Pick<JobRecord, 'swaps'>,
): readonly HistoryLine[] {
  const lines: HistoryLine[] = [];
  let last = '';
  for (const e of standing) {
    const positions = positionsOf(e, record);
    const before = lines.at(-1);
    // Fasteners are counted at steps: both are one piece of work.
    const type = e.type === 'fastener-counted' ? 'step-ticked' : e.type;
    const own = e.type === 'fastener-counted' ? { count: 0, counted: 1 } : { count: 1, counted: 0 };
    const joins =
      before !== undefined &&
      before.type === type &&
      before.user === e.user &&
      sameSurety(before.sure, e.sure) &&
      Date.parse(e.at) - Date.parse(last) <= TOGETHER_MS;
    last = e.at;
    if (joins)
      lines[lines.length - 1] = {
        ...before,
        count: before.count + own.count,
        counted: before.counted + own.counted,
        positions: [...new Set([...before.positions, ...positions])],
        words: '',
      };
    else
      lines.push({
        at: e.at,
        user: e.user,
        type,
        ...own,
        positions,
        words: wordsOf(e),
        ...(e.sure ? { sure: e.sure } : {}),
      });
  }
  return lines;
}

const sameSurety = (a: Surety | undefined, b: Surety | undefined): boolean =>
  a?.by === b?.by && a?.signedIn === b?.signedIn && a?.letInBy === b?.letInBy;

/** Lamps that an entry names, by itself or by its swap. */
function positionsOf(e: AnyStoredEvent, record: Pick<JobRecord, 'swaps'>): readonly string[] {
  const body = e.body as {
    readonly position?: string;
    readonly positions?: readonly string[];
    readonly swap?: string;
    readonly subject?: string;
  };
  if (body.position !== undefined) return [body.position];
  if (body.positions !== undefined) return body.positions;
  if (body.subject !== undefined && body.subject !== 'vehicle') return [body.subject];
  return record.swaps.find((s) => s.id === body.swap)?.positions ?? [];
}

function wordsOf(e: AnyStoredEvent): string {
  const { words } = e.body as { readonly words?: string };
  return words ?? '';
}
