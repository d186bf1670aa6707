'use client';
import { useEffect, useRef } from 'react';

/**
 * A worker that is begun when it is first asked and ended with the screen, or by hand. Of questions that come faster than it
 * answers only the newest waits.
 */
export function useWorker<Ask, Reply>(begin: () => Worker, onReply: (reply: Reply) => void) {
  const worker = useRef<Worker | null>(null);
  const busy = useRef(false);
  const next = useRef<Ask | null>(null);
  const reply = useRef(onReply);
  useEffect(() => {
    reply.current = onReply;
  }, [onReply]);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
    busy.current = false;
    next.current = null;
  };
  useEffect(() => end, []);
  const send = (ask: Ask) => {
    if (!worker.current) {
      worker.current = begin();
      worker.current.onmessage = ({ data }: MessageEvent<Reply & { readonly kind: string }>) => {
        reply.current(data);
        if (data.kind === 'progress') return;
        busy.current = false;
        const waiting = next.current;
        next.current = null;
        if (waiting) send(waiting);
      };
    }
    if (busy.current) {
      next.current = ask;
      return;
    }
    busy.current = true;
    worker.current.postMessage(ask);
  };
  return { send, end };
}
