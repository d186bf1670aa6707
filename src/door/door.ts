import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import { isAddress } from '@/server/address';
import { boundOf, OPEN_BYTES } from './bounds';
import { headPage } from './pageHead';
import { WARM_HEADER } from './warm';
import { maySend } from './whoSends';

/**
 * *Settings*: a line on which nothing moves is cut, ms; a body that is not streamed has to be there by then, ms; requests
 * that are worked on at once in a process, and bytes of bodies that are on their way in it.
 */
export const STALL_MS = 20_000;
const BODY_MS = 30_000;
const AT_ONCE = 600;
const BYTES_AT_ONCE = 256 * 1024 * 1024;
/** *Setting*: how long a client is heard out that was refused while it was still sending, ms. */
const LINGER_MS = 1_000;
/** *Settings* of the server itself: connections, headers. */
export const MOST_CONNECTIONS = 6_000;
export const HEADERS_MS = 10_000;

const METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'POST', 'OPTIONS']);
const AGAIN_S = 2;
const ROUTE_POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'none'";

export interface DoorOptions {
  readonly secret: string;
  /** Told to browsers where the application is behind TLS. */
  readonly secure: boolean;
  /** The database did not answer a page a moment ago: what breaks now is to be tried again. */
  readonly away: () => boolean;
  readonly stallMs?: number;
  readonly bodyMs?: number;
}

type Handler = (req: IncomingMessage, res: ServerResponse) => Promise<void>;

/** What every answer says to a browser, of whatever address. */
const safeHeaders = (secure: boolean): readonly (readonly [string, string])[] => [
  ['x-content-type-options', 'nosniff'],
  ['x-frame-options', 'DENY'],
  ['referrer-policy', 'same-origin'],
  ['permissions-policy', 'camera=(self), microphone=(), geolocation=()'],
  ['cross-origin-opener-policy', 'same-origin'],
  ['cross-origin-resource-policy', 'same-origin'],
  // Told only where the application is behind TLS: elsewhere it would shut people out.
  ...(secure ? ([['strict-transport-security', 'max-age=31536000']] as const) : []),
];

/**
 * What stands before the application in each process: methods, addresses, sizes of bodies, time and memory are bounded
 * before anything of a request is looked at, and before it is known who sends it.
 */
export function makeDoor(handle: Handler, options: DoorOptions) {
  const headers = safeHeaders(options.secure);
  const bodyMs = options.bodyMs ?? BODY_MS;
  const here = new Map<string, number>();
  let running = 0;
  let coming = 0;

  const listen = (req: IncomingMessage, res: ServerResponse): void => {
    for (const [name, value] of headers) res.setHeader(name, value);
    delete req.headers[WARM_HEADER];
    const url = req.url ?? '';
    if (!url.startsWith('/') || url.startsWith('//')) return refuse(req, res, 400, { code: 'no-address' });
    const method = req.method ?? '';
    if (!METHODS.has(method)) {
      res.setHeader('allow', [...METHODS].join(', '));
      return refuse(req, res, 405, { code: 'no-such-method' });
    }
    const path = pathOf(url);
    if (!isAddress(path, url.slice(path.length).split('#')[0] ?? ''))
      return refuse(req, res, 404, { code: 'not-found' });
    // Routes have no scripts to allow; pages say their own, with a nonce.
    if (path.startsWith('/api/')) res.setHeader('content-security-policy', ROUTE_POLICY);
    const { address, bound } = boundOf(path);
    const announced = Number(req.headers['content-length'] ?? 0);
    const chunked = req.headers['transfer-encoding'] !== undefined;
    if (!Number.isSafeInteger(announced) || announced < 0) return refuse(req, res, 400, { code: 'body-cut' });
    const hasBody = announced > 0 || chunked;
    const trusted =
      hasBody && (chunked || announced > OPEN_BYTES) && maySend(bound.sender, req.headers, options.secret);
    const limit =
      method === 'GET' || method === 'HEAD'
        ? OPEN_BYTES
        : trusted
          ? bound.bytes
          : Math.min(OPEN_BYTES, bound.bytes);
    if (announced > limit)
      return announced > bound.bytes
        ? refuse(req, res, 413, { code: 'too-large', limit: bound.bytes })
        : refuse(req, res, 401, { code: 'not-signed-in' });
    if (!headPage(req, res, path)) return refuse(req, res, 403, { code: 'foreign-origin' });
    if (running >= AT_ONCE && path !== '/api/health') return busy(req, res);
    // What is streamed is worked on as it comes; the rest is held until it is whole.
    const reserved = !hasBody
      ? 0
      : bound.streamed && bound.atOnce === 1
        ? 1024 * 1024
        : chunked
          ? limit
          : announced;
    if (coming + reserved > BYTES_AT_ONCE) return busy(req, res);
    const most = bound.atOnce;
    if (hasBody && most !== undefined && (here.get(address) ?? 0) >= most) return busy(req, res);
    running += 1;
    coming += reserved;
    if (most !== undefined) here.set(address, (here.get(address) ?? 0) + 1);
    const late =
      hasBody && !bound.streamed ? setTimeout(() => cut(req, res, 408, 'body-late'), bodyMs) : null;
    req.on('end', () => late && clearTimeout(late));
    res.once('close', () => {
      running -= 1;
      coming -= reserved;
      if (most !== undefined) here.set(address, (here.get(address) ?? 1) - 1);
      if (late) clearTimeout(late);
    });
    if (hasBody) countBody(req, limit, () => cut(req, res, 413, 'too-large', { limit }));
    sayAway(res, path, options.away);
    handle(req, res).catch(() => {
      if (!res.headersSent) refuse(req, res, 500, { code: 'server-fault' });
      else res.destroy();
    });
  };

  /** Bounds of the server around it: connections, headers, and lines on which nothing moves. */
  const guard = (server: Server): void => {
    server.maxConnections = MOST_CONNECTIONS;
    server.headersTimeout = HEADERS_MS;
    // Ours look at what moves; a large file that comes steadily may take its time.
    server.requestTimeout = 0;
    server.timeout = options.stallMs ?? STALL_MS;
    server.on('timeout', (socket: Socket) => stalled(socket, server.timeout));
    server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
      const late = error.code === 'ERR_HTTP_REQUEST_TIMEOUT';
      // Browsers open lines ahead: what is said on one on which nothing was asked is taken for the answer to what is asked next.
      if (!socket.writable || (late && (socket as Socket).bytesRead === 0)) return void socket.destroy();
      socket.end(`HTTP/1.1 ${late ? '408 Request Timeout' : '400 Bad Request'}\r\nconnection: close\r\n\r\n`);
    });
  };
  return { listen, guard, load: () => ({ running, coming }) };
}

type Busy = Socket & {
  readonly _httpMessage?: ServerResponse | null;
  readonly parser?: { readonly incoming?: IncomingMessage | null } | null;
};

/** Nothing has moved on a line for a while: whose turn it was decides. */
function stalled(line: Socket, timeoutMs: number): void {
  const socket = line as Busy;
  const res = socket._httpMessage ?? null;
  const req = res?.req ?? socket.parser?.incoming ?? null;
  // Nobody asks anything, or the client does not take what it has asked for.
  if (!res || socket.writableLength > 0) return void socket.destroy();
  if (req && !req.complete && hasBodyLeft(req)) return cut(req, res, 408, 'body-late');
  // We are at it: the clock runs anew.
  socket.setTimeout(timeoutMs);
}

const hasBodyLeft = (req: IncomingMessage): boolean =>
  req.headers['transfer-encoding'] !== undefined || Number(req.headers['content-length'] ?? 0) > 0;

const pathOf = (url: string): string => {
  const end = url.search(/[?#]/);
  return end < 0 ? url : url.slice(0, end);
};

/** Counts a body as it comes in, whoever reads it; over its bound it is cut. */
function countBody(req: IncomingMessage, limit: number, over: () => void): void {
  const push = req.push.bind(req);
  let length = 0;
  req.push = (piece: unknown, encoding?: BufferEncoding): boolean => {
    if (piece !== null) length += (piece as Buffer).length;
    if (length <= limit) return push(piece, encoding);
    over();
    return false;
  };
}

/** A page that breaks because its database is away says so in its status: try again, not: it is broken. */
function sayAway(res: ServerResponse, path: string, away: () => boolean): void {
  if (path.startsWith('/api/')) return;
  const writeHead = res.writeHead.bind(res) as (...args: unknown[]) => ServerResponse;
  res.writeHead = ((status: number, ...rest: unknown[]) => {
    if (status !== 500 || !away()) return writeHead(status, ...rest);
    res.setHeader('retry-after', String(AGAIN_S));
    return writeHead(503, ...rest);
  }) as typeof res.writeHead;
}

function busy(req: IncomingMessage, res: ServerResponse): void {
  res.setHeader('retry-after', String(AGAIN_S));
  refuse(req, res, 503, { code: 'busy' });
}

/** Answers by itself, and hears the rest of what is sent out for a moment, so that the answer is read. */
function refuse(req: IncomingMessage, res: ServerResponse, status: number, body: object): void {
  const text = JSON.stringify(body);
  res.writeHead(status, {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(text),
    'cache-control': 'no-store',
    connection: 'close',
  });
  res.end(req.method === 'HEAD' ? undefined : text);
  if (req.complete) return;
  req.resume();
  const end = setTimeout(() => req.socket.destroy(), LINGER_MS);
  req.socket.once('close', () => clearTimeout(end));
}

/** Ends a request in the middle: with an answer where none has begun. */
function cut(
  req: IncomingMessage,
  res: ServerResponse,
  status: number,
  code: string,
  more: object = {},
): void {
  if (res.headersSent) return void req.socket.destroy();
  const text = JSON.stringify({ code, ...more });
  // Past whoever is at it: their answer has nowhere to go any more.
  req.socket.end(
    `HTTP/1.1 ${status} ${status === 413 ? 'Payload Too Large' : 'Request Timeout'}\r\ncontent-type: application/json\r\ncontent-length: ${Buffer.byteLength(text)}\r\nconnection: close\r\n\r\n${text}`,
  );
  setTimeout(() => req.socket.destroy(), LINGER_MS).unref();
}
