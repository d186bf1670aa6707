/** That a job has come on at the server; `again`: something may have been missed. */
export type News = { readonly job: string; readonly cursor: number } | 'again';

/** The world around a stream: one in the browser, another in tests. */
export interface StreamPort {
  /** Opens a line to the server; it takes itself up again. @returns the end of it */
  readonly line: (heard: (news: News) => void) => () => void;
  /** Runs while no other tab of this browser does the like, until it is told to end. */
  readonly alone: (work: (ended: Promise<void>) => Promise<void>) => () => void;
  readonly channel: {
    readonly tell: (news: News) => void;
    readonly hear: (listen: (news: News) => void) => () => void;
  };
}

/** One line to the server for all tabs of a browser. */
export interface Stream {
  /** @returns the end of it; with the last one the line is let go */
  readonly subscribe: (listen: (news: News) => void) => () => void;
}

/** Shares one line among the tabs: the one that has it tells the others. */
export function openStream(port: StreamPort): Stream {
  const listeners = new Set<(news: News) => void>();
  let end: (() => void) | null = null;
  const all = (news: News) => {
    for (const l of listeners) l(news);
  };
  const begin = () => {
    const unhear = port.channel.hear(all);
    const release = port.alone(async (ended) => {
      const close = port.line((news) => {
        all(news);
        port.channel.tell(news);
      });
      await ended;
      close();
    });
    end = () => {
      unhear();
      release();
    };
  };
  return {
    subscribe: (listen) => {
      listeners.add(listen);
      if (!end) begin();
      return () => {
        listeners.delete(listen);
        if (listeners.size > 0) return;
        end?.();
        end = null;
      };
    },
  };
}
