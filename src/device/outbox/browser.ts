import { type DeviceStore, openStore } from './store';
import type { OutboxPort } from './outbox';
import type { Answer } from './post';

const NAME = 'yonder-outbox';
let store: Promise<DeviceStore> | undefined;

/** The store of this browser, opened once. */
const browserStore = (): Promise<DeviceStore> => (store ??= openStore());

/**
 * Asks the browser to keep what this device has written, also when room gets short.
 * @returns whether it will; null: it does not say
 */
export async function askToStay(): Promise<boolean | null> {
  try {
    const { storage } = navigator;
    return (await storage.persisted()) || (await storage.persist());
  } catch {
    return null;
  }
}

/** The outbox's world in a browser: one tab sends at a time, and all tabs hear what was answered. */
export function browserPort(): OutboxPort {
  const wire = new BroadcastChannel(NAME);
  let queue: Promise<void> = Promise.resolve();
  return {
    store: browserStore(),
    fetch: (...args) => window.fetch(...args),
    nowMs: () => Date.now(),
    alone: (work) => {
      // Locks exist in secure contexts only; without them the ids keep a double send harmless.
      if ('locks' in navigator) return navigator.locks.request(NAME, work);
      queue = queue.then(work, work);
      return queue;
    },
    channel: {
      tell: (answers) => wire.postMessage(answers),
      hear: (listen) => {
        const on = (e: MessageEvent<readonly Answer[]>) => listen(e.data);
        wire.addEventListener('message', on);
        return () => {
          wire.removeEventListener('message', on);
          wire.close();
        };
      },
    },
    later: (ms, work) => {
      const timer = window.setTimeout(work, ms);
      return () => window.clearTimeout(timer);
    },
  };
}
