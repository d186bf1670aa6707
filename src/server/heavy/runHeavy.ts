import { Worker } from 'node:worker_threads';
import { fairLine } from './fairLine';
import { HeavyStopped } from './stopped';
import type { HeavyName, HeavyOrder, HeavyTasks, HeavyWord } from './tasks';

/** *Settings*: how long one piece of work may take, ms; its memory, MiB; how long a thread without work is kept, ms. */
const TIME_MS = 15 * 60_000;
const MEMORY_MIB = 2048;
const KEPT_MS = 60_000;

export interface HeavyOptions<N extends HeavyName> {
  /** Whose work it is, for turns: a person, or a shop where a program asks. */
  readonly who?: string;
  readonly onProgress?: (at: HeavyTasks[N]['progress']) => void;
  /** Ends the work when whoever asked has gone. */
  readonly signal?: AbortSignal;
  readonly timeMs?: number;
  readonly memoryMib?: number;
  /** Another file to begin with: unbuilt, as tests run it, the worker is still TypeScript. */
  readonly entry?: URL;
}

/** Work that somebody waits for does not stand behind an import that takes minutes: each has a line of its own. */
const LINES = { long: fairLine(1), short: fairLine(2) };
const SHORT: readonly HeavyName[] = [
  'ask',
  'harness-pdf',
  'marks-pdf',
  'quote-pdf',
  'removal-pdf',
  'wall-pdf',
];

/** Threads that have done a piece of work and wait for the next: what they have loaded is loaded. */
const idle: { readonly worker: Worker; readonly made: string; readonly end: NodeJS.Timeout }[] = [];

/**
 * Does heavy work in a thread of its own, a long and two short pieces at a time; others wait for their turn, person by
 * person.
 * @throws HeavyStopped where it came to no end; whatever the work itself throws
 */
export async function runHeavy<N extends HeavyName>(
  name: N,
  input: HeavyTasks[N]['input'],
  options: HeavyOptions<N> = {},
): Promise<HeavyTasks[N]['output']> {
  const over = await LINES[SHORT.includes(name) ? 'short' : 'long'].turn(options.who ?? '', options.signal);
  try {
    if (options.signal?.aborted) throw new HeavyStopped('heavy-left');
    return (await inThread({ name, input } as HeavyOrder, options)) as HeavyTasks[N]['output'];
  } finally {
    over();
  }
}

/** By name: all at once would take away what the thread itself listens by. */
const forgetAll = (worker: Worker): void => {
  for (const name of ['message', 'error', 'exit']) worker.removeAllListeners(name);
};

function thread(
  entry: URL | undefined,
  memoryMib: number,
): { readonly worker: Worker; readonly made: string } {
  const made = `${entry?.href ?? ''} ${memoryMib}`;
  const at = idle.findIndex((t) => t.made === made);
  const kept = at < 0 ? undefined : idle.splice(at, 1)[0];
  if (kept) {
    clearTimeout(kept.end);
    forgetAll(kept.worker);
    kept.worker.ref();
    return kept;
  }
  const start = { resourceLimits: { maxOldGenerationSizeMb: memoryMib } };
  return {
    made,
    worker: entry ? new Worker(entry, start) : new Worker(new URL('./worker.ts', import.meta.url), start),
  };
}

function keep({ worker, made }: { readonly worker: Worker; readonly made: string }): void {
  forgetAll(worker);
  const forget = () => {
    const at = idle.findIndex((t) => t.worker === worker);
    if (at >= 0) clearTimeout(idle.splice(at, 1)[0]?.end);
  };
  worker.on('error', forget);
  worker.on('exit', forget);
  const end = setTimeout(() => {
    forget();
    void worker.terminate();
  }, KEPT_MS);
  // Neither keeps a process that wants to end.
  end.unref();
  worker.unref();
  idle.push({ worker, made, end });
}

function inThread<N extends HeavyName>(order: HeavyOrder, options: HeavyOptions<N>): Promise<unknown> {
  const { onProgress, signal, timeMs = TIME_MS, memoryMib = MEMORY_MIB, entry } = options;
  return new Promise((resolve, reject) => {
    const mine = thread(entry, memoryMib);
    const { worker } = mine;
    const end = (
      result: { readonly output: unknown } | { readonly error: unknown },
      stands = 'output' in result,
    ) => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', leave);
      if (stands) keep(mine);
      else void worker.terminate();
      if ('output' in result) resolve(result.output);
      else reject(result.error as Error);
    };
    const timer = setTimeout(() => end({ error: new HeavyStopped('heavy-time') }), timeMs);
    const leave = () => end({ error: new HeavyStopped('heavy-left') });
    signal?.addEventListener('abort', leave);
    worker.on('message', (word: HeavyWord) => {
      if (word.kind === 'done') end({ output: word.output });
      else if (word.kind === 'broken') end({ error: word.error }, true);
      else onProgress?.(word.at as HeavyTasks[N]['progress']);
    });
    worker.on('error', (error: Error & { code?: string }) =>
      end({ error: error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new HeavyStopped('heavy-memory') : error }),
    );
    worker.on('exit', () => end({ error: new Error('the worker ended without an answer') }));
    worker.postMessage(order);
  });
}
