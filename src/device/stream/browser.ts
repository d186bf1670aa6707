import type { News, StreamPort } from './stream';

const NAME = 'yonder-stream';

/** The stream's world in a browser. */
export function browserStream(): StreamPort {
  const wire = new BroadcastChannel(NAME);
  return {
    line: (heard) => {
      const source = new EventSource('/api/stream');
      let lost = false;
      source.onmessage = (e: MessageEvent<string>) => heard(JSON.parse(e.data) as News);
      source.onerror = () => {
        lost = true;
      };
      source.onopen = () => {
        // What came while there was no line was not heard.
        if (lost) heard('again');
        lost = false;
      };
      return () => source.close();
    },
    alone: (work) => {
      let release: () => void = () => undefined;
      const ended = new Promise<void>((resolve) => (release = resolve));
      // Locks exist in secure contexts only; without them each tab has a line of its own.
      if ('locks' in navigator) {
        const gone = new AbortController();
        navigator.locks.request(NAME, { signal: gone.signal }, () => work(ended)).catch(() => undefined);
        return () => {
          gone.abort();
          release();
        };
      }
      void work(ended);
      return release;
    },
    channel: {
      tell: (news) => wire.postMessage(news),
      hear: (listen) => {
        const on = (e: MessageEvent<News>) => listen(e.data);
        wire.addEventListener('message', on);
        return () => wire.removeEventListener('message', on);
      },
    },
  };
}
