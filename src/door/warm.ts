import { randomBytes } from 'node:crypto';
import { IncomingMessage, ServerResponse } from 'node:http';
import { Socket } from 'node:net';

/**
 * *Settings*: how long a process warms itself up at the most before it answers, ms, and how long it goes on after it has
 * seen everything once: what is done often gets quick by being done; shops, and text of an answer that is looked at.
 */
const MOST_MS = 20_000;
const AGAIN_MS = 8_000;
const SHOPS = 5;
const MOST_TEXT = 2_000_000;
const STAGES = ['fit', 'wire', 'strip', 'prove'];

/** The header of a request that this process sends itself; the door takes it off every other. */
export const WARM_HEADER = 'x-yonder-warm';
/** What it has to say, known to this process alone and only until it listens. */
const WARM = Symbol.for('yonder-bolt.warm');
const held = globalThis as { [WARM]?: string };

/** A job in the text of a board. */
const JOB_THERE = /\bid\\?":\\?"([0-9a-f-]{36})\\?",\\?"number\\?":/g;

type Handle = (req: IncomingMessage, res: ServerResponse) => Promise<void>;

/**
 * Opens the board and the jobs of the first shops before anybody else can: what is loaded at the first request is loaded then.
 * What breaks on the way is no reason not to start.
 */
export async function warm(handle: Handle, host: string): Promise<void> {
  const token = randomBytes(24).toString('base64url');
  held[WARM] = token;
  let late = false;
  const timer = setTimeout(() => (late = true), MOST_MS);
  const get = (path: string, shop: number) => asked(handle, path, host, `${token}.${shop}`);
  const post = (path: string) => asked(handle, path, host, `${token}.0`, '{}');
  try {
    const often: (readonly [path: string, shop: number])[] = [];
    for (let shop = 0; shop < SHOPS && !late; shop += 1) {
      // With all jobs in work: whoever opens one of them then finds it read.
      const board = await get('/?all=1', shop);
      if (board.status !== 200) break;
      const jobs = [...board.text.matchAll(JOB_THERE)].map(([, id]) => id ?? '');
      for (const [i, job] of jobs.entries()) {
        const stage = STAGES[i % STAGES.length] ?? 'wire';
        often.push([`/jobs/${job}/${stage}`, shop], [`/api/jobs/${job}/pack`, shop]);
        if (stage === 'fit') often.push([`/api/jobs/${job}/fit?aim=find-one`, shop]);
      }
      often.push(['/', shop]);
    }
    const once: typeof often = [
      ['/shelf/family', 0],
      ['/api/bay', 0],
    ];
    for (const [path, shop] of [...once, ...often.slice(0, 4 * STAGES.length)])
      if (!late) await get(path, shop);
    // Without an entry it is refused, by what takes entries.
    if (!late) await post('/api/events');
    const until = performance.now() + AGAIN_MS;
    for (let i = 0; often.length > 0 && !late && performance.now() < until; i += 1)
      await get(...(often[i % often.length] ?? ['/', 0]));
  } catch {
    // The first who comes waits a little longer.
  } finally {
    clearTimeout(timer);
    delete held[WARM];
  }
}

/** One request that comes from nowhere; its answer is read and goes nowhere. */
async function asked(
  handle: Handle,
  path: string,
  host: string,
  word: string,
  body?: string,
): Promise<{ readonly status: number; readonly text: string }> {
  const req = new IncomingMessage(new Socket());
  const headers = { host, accept: 'text/html', 'x-path': path, [WARM_HEADER]: word };
  const sent = { 'content-type': 'application/json', origin: `http://${host}` };
  Object.assign(req, {
    method: body === undefined ? 'GET' : 'POST',
    url: path,
    headers: body === undefined ? headers : { ...headers, ...sent },
    complete: true,
  });
  if (body !== undefined) req.push(body);
  req.push(null);
  const res = new ServerResponse(req);
  let text = '';
  const take = (piece: unknown): void => {
    if (text.length < MOST_TEXT && (typeof piece === 'string' || piece instanceof Uint8Array))
      text += typeof piece === 'string' ? piece : Buffer.from(piece).toString('utf8');
  };
  const called = (args: readonly unknown[]): void => {
    const done = args.find((x) => typeof x === 'function') as (() => void) | undefined;
    if (done) queueMicrotask(done);
  };
  const ended = new Promise<void>((resolve) => {
    Object.assign(res, {
      write: (...args: unknown[]) => {
        take(args[0]);
        called(args);
        return true;
      },
      end: (...args: unknown[]) => {
        take(args[0]);
        called(args);
        res.emit('finish');
        res.emit('close');
        resolve();
        return res;
      },
    });
  });
  await handle(req, res);
  await ended;
  return { status: res.statusCode, text };
}
