import { HeavyStopped } from './stopped';

/** *Settings*: pieces of work of one person that may wait in a line, and of all of them. */
const WAITING_OF_ONE = 8;
const WAITING = 32;

/**
 * A line in which everybody has a turn: whoever asked for much waits for it one by one, and the next person comes in
 * between.
 */
export interface FairLine {
  /** Waits for a turn. @returns lets the next one come. @throws HeavyStopped where too many wait */
  readonly turn: (who: string, signal?: AbortSignal) => Promise<() => void>;
}

/** Makes a line. @param atOnce turns that are had at the same time */
export function fairLine(atOnce: number): FairLine {
  /** People in the order of their next turn, each with what waits of theirs. */
  const waiting = new Map<string, (() => void)[]>();
  let running = 0;
  const next = (): void => {
    if (running >= atOnce) return;
    for (const [who, own] of waiting) {
      const go = own.shift();
      waiting.delete(who);
      // Behind everybody else with what they have left.
      if (own.length > 0) waiting.set(who, own);
      if (!go) continue;
      running += 1;
      return go();
    }
  };
  const done = (): (() => void) => {
    let once = false;
    return () => {
      if (once) return;
      once = true;
      running -= 1;
      next();
    };
  };
  return {
    turn: async (who, signal) => {
      if (signal?.aborted) throw new HeavyStopped('heavy-left');
      if (running < atOnce) {
        running += 1;
        return done();
      }
      const own = waiting.get(who) ?? [];
      const all = [...waiting.values()].reduce((sum, w) => sum + w.length, 0);
      if (own.length >= WAITING_OF_ONE || all >= WAITING) throw new HeavyStopped('heavy-busy');
      await new Promise<void>((go, left) => {
        const leave = () => {
          const at = own.indexOf(come);
          if (at < 0) return;
          own.splice(at, 1);
          left(new HeavyStopped('heavy-left'));
        };
        const come = () => {
          signal?.removeEventListener('abort', leave);
          go();
        };
        own.push(come);
        waiting.set(who, own);
        signal?.addEventListener('abort', leave, { once: true });
      });
      return done();
    },
  };
}
