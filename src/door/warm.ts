import { randomBytes } from 'node:crypto';
import { IncomingMessage, ServerResponse } from 'node:http';
import { Socket } from 'node:net';

/** *Settings*: how long a process warms itself up at the most before it answers, ms; shops, and text of an answer that is looked at. */
const MOST_MS = 20_000;
const SHOPS = 5;
const MOST_TEXT = 2_000_000;
const STAGES = ['fit', 'wire', 'strip', 'prove'];

/** The header of a request that this process sends itself; the door takes it off every other. */
export const WARM_HEADER = 'x-yonder-warm';
/** What it has to say, known to this process alone and only until it listens. */
const WARM = Symbol.for('yonder-bolt.warm');
const held = globalThis as { [WARM]?: string };

type Handle = (req: IncomingMessage, res: ServerResponse) => Promise<void>;

/**
 * Opens the board and a job of the first shops before anybody else can: what is loaded at the first request is loaded then.
 * What breaks on the way is no reason not to start.
 */
export async function warm(handle: Handle, host: string): Promise<void> {
  const token = randomBytes(24).toString('base64url');
  held[WARM] = token;
  let late = false;
  const timer = setTimeout(() => (late = true), MOST_MS);
  const get = (path: string, shop: number) => asked(handle, path, host, `${token}.${shop}`);
  try {
    for (let shop = 0; shop < SHOPS && !late; shop += 1) {
      const board = await get('/', shop);
      if (board.status !== 200) break;
      const job = /\/jobs\/([0-9a-f-]{36})/.exec(board.text)?.[1];
      if (job === undefined) continue;
      for (const stage of STAGES) if (!late) await get(`/jobs/${job}/${stage}`, shop);
    }
    if (!late) await get('/shelf/family', 0);
    if (!late) await get('/api/bay', 0);
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
): Promise<{ readonly status: number; readonly text: string }> {
  const req = new IncomingMessage(new Socket());
  const headers = { host, accept: 'text/html', [WARM_HEADER]: word };
  Object.assign(req, { method: 'GET', url: path, headers, complete: true });
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
