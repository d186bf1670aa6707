'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState, useTransition } from 'react';
import { EVENT_VERSION, type EventBodies, type EventType } from '@/core/job';
import { envelope } from './envelope';

/** Events as they go over the wire; the server adds who sent them. */
interface Outgoing {
  readonly id: string;
  readonly type: EventType;
  readonly body: unknown;
}

export type SendState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending' }
  /** No answer: what was meant is still here and can be sent again under the same id. */
  | { readonly kind: 'unsent'; readonly count: number }
  | { readonly kind: 'refused'; readonly code: string };

export interface Sender {
  readonly state: SendState;
  /** Resolves to true once the event is on disk. */
  readonly send: <T extends EventType>(type: T, body: EventBodies[T]) => Promise<boolean>;
  /** Several at once, in this order. */
  readonly sendAll: (
    events: readonly { type: EventType; body: EventBodies[EventType] }[],
  ) => Promise<boolean>;
  readonly retry: () => Promise<boolean>;
  /** Wraps a server action with the same states. */
  readonly act: (work: () => Promise<{ ok: boolean; code?: string }>) => Promise<boolean>;
  readonly clear: () => void;
}

const laterOf = (a: string | null, b: string | null) => (a === null || (b !== null && b > a) ? b : a);

/** Sends events of one job and keeps what could not be sent until it is. */
export function useSend(job: string, lastAt: string | null): Sender {
  const router = useRouter();
  const [state, setState] = useState<SendState>({ kind: 'idle' });
  const [, startTransition] = useTransition();
  const waiting = useRef<Outgoing[]>([]);
  const seenAt = useRef(lastAt);

  const refresh = useCallback(() => startTransition(() => router.refresh()), [router]);

  const flush = useCallback(async (): Promise<boolean> => {
    const events = waiting.current;
    setState({ kind: 'sending' });
    let answer: Response;
    try {
      answer = await fetch('/api/events', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events }),
      });
      if (answer.status >= 500) throw new Error(String(answer.status));
    } catch {
      setState({ kind: 'unsent', count: events.length });
      return false;
    }
    waiting.current = [];
    refresh();
    if (answer.ok) {
      setState({ kind: 'idle' });
      return true;
    }
    const said = (await answer.json().catch(() => ({}))) as {
      code?: string;
      outcomes?: { outcome: string; code?: string }[];
    };
    const refused = said.outcomes?.find((o) => o.outcome !== 'kept' && o.outcome !== 'known');
    setState({ kind: 'refused', code: refused?.code ?? refused?.outcome ?? said.code ?? 'malformed' });
    return false;
  }, [refresh]);

  const sendAll = useCallback<Sender['sendAll']>(
    async (events) => {
      for (const { type, body } of events) {
        const head = envelope(laterOf(seenAt.current, lastAt));
        seenAt.current = head.at;
        waiting.current = [...waiting.current, { ...head, job, type, v: EVENT_VERSION, body } as Outgoing];
      }
      return flush();
    },
    [flush, job, lastAt],
  );

  const act = useCallback<Sender['act']>(
    async (work) => {
      setState({ kind: 'sending' });
      try {
        const outcome = await work();
        setState(outcome.ok ? { kind: 'idle' } : { kind: 'refused', code: outcome.code ?? 'malformed' });
        refresh();
        return outcome.ok;
      } catch {
        setState({ kind: 'refused', code: 'no-answer' });
        return false;
      }
    },
    [refresh],
  );

  const send = useCallback<Sender['send']>((type, body) => sendAll([{ type, body }]), [sendAll]);
  const clear = useCallback(() => setState({ kind: 'idle' }), []);
  return { state, send, sendAll, retry: flush, act, clear };
}
