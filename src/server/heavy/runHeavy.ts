import { Worker } from 'node:worker_threads';
import { HeavyStopped } from './stopped';
import type { HeavyName, HeavyOrder, HeavyTasks, HeavyWord } from './tasks';

/** *Settings*: how long one piece of work may take, ms; its memory, MiB; how many run at once in a line of a process, and wait. */
const TIME_MS = 15 * 60_000;
const MEMORY_MIB = 2048;
const AT_ONCE = 1;
const WAITING = 8;

export interface HeavyOptions<N extends HeavyName> {
  readonly onProgress?: (at: HeavyTasks[N]['progress']) => void;
  /** Ends the work when whoever asked has gone. */
  readonly signal?: AbortSignal;
  readonly timeMs?: number;
  readonly memoryMib?: number;
  /** Another file to begin with: unbuilt, as tests run it, the worker is still TypeScript. */
  readonly entry?: URL;
}

/** Work that somebody waits for does not stand behind an import that takes minutes: each has a line of its own. */
const LINES = { long: line(), short: line() };
function line() {
  return { running: 0, queue: [] as (() => void)[] };
}
const SHORT: readonly HeavyName[] = ['ask', 'harness-pdf', 'marks-pdf', 'removal-pdf', 'wall-pdf'];

/**
 * Does heavy work in a thread of its own, one long and one short piece at a time; others wait in line.
 * @throws HeavyStopped where it came to no end; whatever the work itself throws
 */
export async function runHeavy<N extends HeavyName>(
  name: N,
  input: HeavyTasks[N]['input'],
  options: HeavyOptions<N> = {},
): Promise<HeavyTasks[N]['output']> {
  const mine = LINES[SHORT.includes(name) ? 'short' : 'long'];
  if (mine.running >= AT_ONCE) {
    if (mine.queue.length >= WAITING) throw new HeavyStopped('heavy-busy');
    await new Promise<void>((go) => mine.queue.push(go));
  }
  mine.running += 1;
  try {
    if (options.signal?.aborted) throw new HeavyStopped('heavy-left');
    return (await inThread({ name, input } as HeavyOrder, options)) as HeavyTasks[N]['output'];
  } finally {
    mine.running -= 1;
    mine.queue.shift()?.();
  }
}

function inThread<N extends HeavyName>(order: HeavyOrder, options: HeavyOptions<N>): Promise<unknown> {
  const { onProgress, signal, timeMs = TIME_MS, memoryMib = MEMORY_MIB, entry } = options;
  return new Promise((resolve, reject) => {
    const start = { workerData: order, resourceLimits: { maxOldGenerationSizeMb: memoryMib } };
    const worker = entry
      ? new Worker(entry, start)
      : new Worker(new URL('./worker.ts', import.meta.url), start);
    const end = (result: { readonly output: unknown } | { readonly error: unknown }) => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', leave);
      void worker.terminate();
      if ('output' in result) resolve(result.output);
      else reject(result.error as Error);
    };
    const timer = setTimeout(() => end({ error: new HeavyStopped('heavy-time') }), timeMs);
    const leave = () => end({ error: new HeavyStopped('heavy-left') });
    signal?.addEventListener('abort', leave);
    worker.on('message', (word: HeavyWord) => {
      if (word.kind === 'done') end({ output: word.output });
      else onProgress?.(word.at as HeavyTasks[N]['progress']);
    });
    worker.on('error', (error: Error & { code?: string }) =>
      end({ error: error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new HeavyStopped('heavy-memory') : error }),
    );
    worker.on('exit', () => end({ error: new Error('the worker ended without an answer') }));
  });
}
