import { BodyRefused, bodyRefusal } from './body';
import { HeavyStopped } from './heavy/stopped';
import { log } from './log';
import { plainPath } from './metrics/routeOf';

/** SQLSTATE classes and codes of a database that is not there now, or has no room: trying again later may do. */
const GONE = /^(?:08|57P|53)/;
const NO_ROOM = '53100';
const SOCKET = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN']);
const POOL = /timeout exceeded when trying to connect|Connection terminated|not queryable/;

/** What stands behind an error, the error itself first. */
function* causes(error: unknown): Generator<{ readonly code?: unknown; readonly message?: unknown }> {
  for (let e = error, depth = 0; typeof e === 'object' && e !== null && depth < 8; depth += 1) {
    yield e as { code?: unknown; message?: unknown };
    e = (e as { cause?: unknown }).cause;
  }
}

/** Whether an error says that the database is not there now: `no-room` where its disk is full. null: another fault. */
export function databaseGone(error: unknown): 'busy' | 'no-room' | null {
  for (const { code, message } of causes(error)) {
    if (code === NO_ROOM) return 'no-room';
    if (typeof code === 'string' && (GONE.test(code) || SOCKET.has(code))) return 'busy';
    if (typeof message === 'string' && POOL.test(message)) return 'busy';
  }
  return null;
}

/** When the database was last found away, ms: the door tells by it whether a page that broke is to be tried again. */
const AWAY = Symbol.for('yonder-bolt.away');

/** Remembers that the database is away, where that is what an error says. */
export function noteAway(error: unknown): void {
  if (databaseGone(error)) (globalThis as { [AWAY]?: number })[AWAY] = Date.now();
}

/** Seconds after which a caller may try again. */
const AGAIN_S = 5;

/** Answers a request that broke: a refused body as such, 503 where the database is away, 500 with a plain code else. */
export function faultAnswer(error: unknown, request: Request, shop?: string): Response {
  if (error instanceof BodyRefused) return bodyRefusal(error);
  if (error instanceof HeavyStopped)
    return Response.json({ code: error.code }, { status: 503, headers: { 'retry-after': String(AGAIN_S) } });
  noteAway(error);
  log.error(
    { err: error, path: pathOf(request), method: request.method, ...(shop ? { shop } : {}) },
    'request failed',
  );
  const gone = databaseGone(error);
  return gone
    ? Response.json({ code: gone }, { status: 503, headers: { 'retry-after': String(AGAIN_S) } })
    : Response.json({ code: 'server-fault' }, { status: 500 });
}

/** The address without what was asked for: a search may name a customer. */
const pathOf = (request: Request): string => plainPath(new URL(request.url).pathname);
