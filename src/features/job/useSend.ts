'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, useTransition } from 'react';
import {
  AFTER_MAX,
  type AnySaid,
  bodyFaults,
  type BodyOf,
  type EntryFault,
  type EventType,
  kindOf,
  type Said,
  valueKey,
} from '@/core/job';
import type { Outbox, Saying } from '@/device';
import { fetchAsLead } from '@/ui/askLead';
import { useOutbox } from '../outbox/OutboxProvider';

export type SendState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending' }
  /** The entry cannot be: nothing was written, and what was typed still stands. */
  | { readonly kind: 'refused'; readonly code: string; readonly faults?: readonly EntryFault[] }
  /** The server keeps it as it came, and it does not stand until somebody settles it. */
  | { readonly kind: 'held'; readonly code: string; readonly digests: readonly string[] };

/** What became of what was written last. */
export interface Sent {
  readonly state: SendState;
  /** The entries that were written last. */
  readonly written: readonly string[];
  /** What can be taken back from this screen, the newest last. */
  readonly undoable: readonly Written[];
}

/** What one act of a person wrote. */
export interface Written {
  readonly ids: readonly string[];
  /** Of its first entry. */
  readonly type: EventType;
}

/** *Setting*: acts that can be taken back one after another. */
const UNDO_DEPTH = 20;

/** Writes for a screen; the same object for as long as the screen stands. */
export interface Sender {
  /** Resolves to true once the entry is on the disk of this device at least; false: it cannot be. */
  readonly send: <T extends EventType>(type: T, said: Said<T>) => Promise<boolean>;
  /** Several at once, in this order. */
  readonly sendAll: (said: readonly AnySaid[]) => Promise<boolean>;
  /**
   * Asks the server for something that is no entry. The request keeps its id until it is answered, so that asking
   * again after a lost answer asks for nothing twice.
   * @returns the answer; null: there was none
   */
  readonly request: <A extends { readonly code?: string }>(path: string, body?: object) => Promise<A | null>;
  readonly clear: () => void;
}

/**
 * Writes entries of one job into the outbox, and has them sent.
 * @param look looks at the job anew after a request; absent: the page is fetched again after everything
 */
export function useSend(
  job: string,
  lastAt: string | null,
  frontiers: Readonly<Record<string, readonly string[]>>,
  look?: () => void,
): { readonly sender: Sender; readonly sent: Sent } {
  const router = useRouter();
  const { opened } = useOutbox();
  const [state, setState] = useState<SendState>({ kind: 'idle' });
  const [written, setWritten] = useState<readonly string[]>([]);
  const [undoable, setUndoable] = useState<readonly Written[]>([]);
  const [, startTransition] = useTransition();
  /** The newest entry of this screen of each value: the next one has seen it, whether the view shows it yet or not. */
  const seen = useRef({ lastAt, frontiers });
  useEffect(() => {
    seen.current = { lastAt, frontiers };
  }, [lastAt, frontiers]);
  const ahead = useRef(new Map<string, string>());
  const requests = useRef(new Map<string, Awaited<ReturnType<Outbox['envelope']>>>());

  const refresh = useCallback(
    () => (look ? look() : startTransition(() => router.refresh())),
    [router, look],
  );

  /** Adds what was seen of the value, where the type sets one. */
  const complete = useCallback(({ type, body }: AnySaid): Saying => {
    const key = valueKey(type, body);
    if (key === null) return { type, v: kindOf(type).v, body: body as BodyOf<EventType> };
    const mine = ahead.current.get(key);
    const shown = (seen.current.frontiers[key] ?? []).filter((e) => e !== mine);
    const after = [...(mine === undefined ? [] : [mine]), ...shown].slice(0, AFTER_MAX);
    return { type, v: kindOf(type).v, body: { ...body, after } as unknown as BodyOf<EventType> };
  }, []);

  const sendAll = useCallback<Sender['sendAll']>(
    async (said) => {
      setState({ kind: 'sending' });
      const outbox = await opened;
      const sayings = said.map(complete);
      const faults = sayings.flatMap((s) => bodyFaults(s.type, s.body));
      if (faults.length > 0) {
        setState({ kind: 'refused', code: codeOf(faults), faults });
        return false;
      }
      let entries: Awaited<ReturnType<Outbox['write']>>;
      try {
        entries = await outbox.write(job, seen.current.lastAt, sayings);
      } catch {
        setState({ kind: 'refused', code: 'not-written' });
        return false;
      }
      for (const e of entries) {
        const key = valueKey(e.type, e.body);
        if (key !== null) ahead.current.set(key, e.id);
      }
      const ids = entries.map((e) => e.id);
      setWritten(ids);
      setUndoable((now) => withAct(now, entries));
      const answered = () => {
        const all = ids.flatMap((id) => outbox.answerTo(id) ?? []).filter((a) => a.outcome === 'held');
        const digests = all.flatMap((a) => a.digest ?? []);
        const [held] = all;
        if (held) setState({ kind: 'held', code: held.code ?? 'malformed', digests });
        // While the server is silent, or knows nobody here, there is nothing to fetch, and the page with what else is
        // typed in it must not be lost over trying.
        const { silentSinceMs, signedOut } = outbox.state();
        if (!look && silentSinceMs === null && !signedOut) refresh();
      };
      // Whatever breaks on the way out: the entry is on the disk, and goes with the next that is sent.
      const sent = settled(outbox, ids).then(answered, () => undefined);
      // A screen that reads the job here shows the entry now; others wait for the server’s word.
      if (!look) await sent;
      setState((now) => (now.kind === 'sending' ? { kind: 'idle' } : now));
      return true;
    },
    [opened, complete, job, look, refresh],
  );

  const request = useCallback<Sender['request']>(
    async <A extends { readonly code?: string }>(path: string, body: object = {}) => {
      setState({ kind: 'sending' });
      const outbox = await opened;
      try {
        // What was written before is there before.
        await outbox.send();
        // Asked otherwise it is another request: a saved answer would not be to it.
        const asked = `${path} ${JSON.stringify(body)}`;
        const head = requests.current.get(asked) ?? (await outbox.envelope(seen.current.lastAt));
        requests.current.set(asked, head);
        const response = await fetchAsLead(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ ...body, ...head }),
        });
        if (response.status >= 500) throw new Error(String(response.status));
        const answer = (await response.json()) as A;
        requests.current.delete(asked);
        setState(answer.code === undefined ? { kind: 'idle' } : { kind: 'refused', code: answer.code });
        refresh();
        return answer;
      } catch {
        setState({ kind: 'refused', code: 'no-answer' });
        return null;
      }
    },
    [opened, refresh],
  );

  const send = useCallback<Sender['send']>(
    (type, body) => sendAll([{ type, body } as unknown as AnySaid]),
    [sendAll],
  );
  const clear = useCallback(() => {
    setState({ kind: 'idle' });
    setWritten([]);
  }, []);
  const sender = useMemo(() => ({ send, sendAll, request, clear }), [send, sendAll, request, clear]);
  const sent = useMemo(() => ({ state, written, undoable }), [state, written, undoable]);
  return { sender, sent };
}

/** What can be taken back after something was written: one act more, or one less where it took an act back. */
function withAct(
  now: readonly Written[],
  entries: readonly { readonly id: string; readonly type: EventType; readonly body: unknown }[],
): readonly Written[] {
  const back = new Set(
    entries.flatMap((e) => (e.type === 'void' ? [(e.body as BodyOf<'void'>).target] : [])),
  );
  const left = now.filter((w) => !w.ids.some((id) => back.has(id)));
  const [first] = entries;
  if (!first || back.size > 0 || entries.some((e) => kindOf(e.type).undo === 'never')) return left;
  return [...left, { ids: entries.map((e) => e.id), type: first.type }].slice(-UNDO_DEPTH);
}

/** Waits until the server has answered for all of some entries, or has been tried. */
async function settled(outbox: Outbox, ids: readonly string[]): Promise<void> {
  const done = () => ids.every((id) => outbox.answerTo(id) !== null);
  let stop: () => void = () => undefined;
  const answered = new Promise<void>((resolve) => {
    stop = outbox.subscribe(() => done() && resolve());
  });
  await Promise.race([outbox.send(), answered]);
  stop();
}

const SPOKEN = ['value-unsuited', 'override-needed', 'words-needed', 'rules-own-id', 'text-not-keepable'];

/** The fault that is worth saying by itself. */
const codeOf = (faults: readonly EntryFault[]) =>
  faults.find((f) => SPOKEN.includes(f.code))?.code ?? 'malformed';
