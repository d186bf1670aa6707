import { createHmac } from 'node:crypto';
import http, { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import net from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { BOUNDS, boundOf, OPEN_BYTES } from './bounds';
import { type DoorOptions, makeDoor } from './door';

const SECRET = 'a-secret-for-the-door-0123456789abcdef';
const token = 'tok';
const COOKIE = `yonder.session_token=${encodeURIComponent(
  `${token}.${createHmac('sha256', SECRET).update(token).digest('base64')}`,
)}`;

let server: Server | undefined;
afterEach(() => {
  server?.closeAllConnections();
  server?.close();
});

/** What stands behind the door in these tests: reads the body and says how long it was. */
const counts = async (req: IncomingMessage, res: ServerResponse): Promise<void> => {
  let length = 0;
  for await (const piece of req) length += (piece as Buffer).length;
  res.end(String(length));
};

async function open(
  handle: (req: IncomingMessage, res: ServerResponse) => Promise<void> = counts,
  options: Partial<DoorOptions> = {},
) {
  const door = makeDoor(handle, { secret: SECRET, secure: false, away: () => false, ...options });
  server = createServer(door.listen);
  door.guard(server);
  const port = await new Promise<number>((go) =>
    server?.listen(0, '127.0.0.1', () => go((server?.address() as net.AddressInfo).port)),
  );
  return { port, door };
}

interface Given {
  readonly status: number;
  readonly text: string;
  readonly headers: http.IncomingHttpHeaders;
}
/** One request; 0: the line was cut without an answer. */
function ask(
  port: number,
  method: string,
  path: string,
  body?: Buffer | string,
  headers: Record<string, string> = {},
): Promise<Given> {
  return new Promise((resolve) => {
    const req = http.request({ host: '127.0.0.1', port, method, path, headers, agent: false }, (res) => {
      let text = '';
      res.on('data', (d: Buffer) => (text += d.toString()));
      const done = () => resolve({ status: res.statusCode ?? 0, text, headers: res.headers });
      res.on('end', done);
      res.on('error', done);
    });
    req.on('error', () => resolve({ status: 0, text: '', headers: {} }));
    req.end(body);
  });
}
/** Bytes as they are, and what came back until the line ended. */
function raw(port: number, bytes: string): Promise<string> {
  return new Promise((resolve) => {
    const socket = net.connect(port, '127.0.0.1', () => socket.write(bytes));
    let got = '';
    socket.on('data', (d) => (got += d.toString()));
    socket.on('error', () => undefined);
    socket.on('close', () => resolve(got));
  });
}

describe('before anything is known of who asks', () => {
  it.each(['TRACE', 'PUT', 'DELETE', 'PATCH', 'PROPFIND'])('%s is no method of ours', async (method) => {
    const { port } = await open();
    const answer = await ask(port, method, '/');
    expect([answer.status, answer.headers.allow]).toEqual([405, 'GET, HEAD, POST, OPTIONS']);
  });

  it.each(['*', 'http://elsewhere/x', '//elsewhere/x'])('%s is no address', async (path) => {
    const { port } = await open();
    expect((await raw(port, `GET ${path} HTTP/1.1\r\nhost: x\r\n\r\n`)).slice(0, 12)).toBe('HTTP/1.1 400');
  });

  it('a body that is announced too large is refused unread, wherever it is sent', async () => {
    const { port } = await open(() => Promise.reject(new Error('nobody should get here')));
    // The exploit: 75 MB to the sign-in, which was parsed whole on the thread that answers everybody.
    const head = (path: string) =>
      raw(port, `POST ${path} HTTP/1.1\r\nhost: x\r\ncontent-length: 78643200\r\n\r\n[[[[`);
    for (const path of ['/api/auth/sign-in/username', '/api/first-day', '/', '/api/events', '/no/where'])
      expect((await head(path)).slice(0, 12)).toMatch(/ 413$/);
    for (const path of ['/api/shelf', '/api/photos'])
      expect((await head(path)).slice(0, 12)).toMatch(/ (401|413)$/);
  });

  it('one that grows past its bound without saying so is cut', async () => {
    const { port } = await open();
    const piece = 'a'.repeat(2000);
    const chunk = `${piece.length.toString(16)}\r\n${piece}\r\n`;
    const answer = await raw(
      port,
      `POST /api/auth/sign-in/username HTTP/1.1\r\nhost: x\r\ntransfer-encoding: chunked\r\n\r\n${chunk.repeat(4)}`,
    );
    expect(answer.slice(0, 12)).toBe('HTTP/1.1 413');
    expect(answer).toContain('"too-large"');
  });

  it('every answer has the safe headers, of files that the framework serves by itself as well', async () => {
    const { port } = await open(counts, { secure: true });
    for (const path of ['/_next/static/x.js', '/favicon.ico', '/api/first-day/bundle', '/'])
      expect((await ask(port, 'GET', path)).headers).toMatchObject({
        'x-content-type-options': 'nosniff',
        'x-frame-options': 'DENY',
        'strict-transport-security': 'max-age=31536000',
      });
  });
});

describe('a page', () => {
  const seen = (req: IncomingMessage, res: ServerResponse): Promise<void> => {
    const { 'x-nonce': nonce, 'x-path': path, 'content-security-policy': policy } = req.headers;
    res.end(JSON.stringify({ nonce, path, policy }));
    return Promise.resolve();
  };
  interface Seen {
    readonly nonce: string;
    readonly path: string;
    readonly policy: string;
  }

  it('has a policy with a nonce of its own each time, whatever the caller sends under these names', async () => {
    const { port } = await open(seen);
    const forged = {
      'x-nonce': 'forged',
      'x-path': '/bay',
      'content-security-policy': "script-src 'unsafe-inline'",
    };
    const [a, b] = [
      await ask(port, 'GET', '/shop/people?x=1', undefined, forged),
      await ask(port, 'GET', '/'),
    ];
    const first = JSON.parse(a.text) as Seen;
    expect(first.path).toBe('/shop/people');
    expect(first.policy).toContain(`'nonce-${first.nonce}'`);
    expect(first.policy).not.toBe(forged['content-security-policy']);
    expect(a.headers['content-security-policy']).toBe(first.policy);
    expect(first.nonce).not.toBe((JSON.parse(b.text) as Seen).nonce);
    expect(first.nonce).toHaveLength(48);
  });

  it('takes nothing that comes from a page of another site, or says nothing of where it is from', async () => {
    const { port } = await open(seen);
    const from = async (origin?: string) =>
      (await ask(port, 'POST', '/shop/people', '', origin === undefined ? {} : { origin })).status;
    expect(await from('http://elsewhere.invalid')).toBe(403);
    expect(await from('null')).toBe(403);
    expect(await from()).toBe(403);
    expect(await from(`http://127.0.0.1:${port}`)).toBe(200);
  });

  it('is no route and no file: those have a policy of their own, or none', async () => {
    const { port } = await open(seen);
    expect((await ask(port, 'GET', '/api/health')).headers['content-security-policy']).toContain(
      "default-src 'none'",
    );
    expect((await ask(port, 'GET', '/_next/static/x.js')).headers['content-security-policy']).toBeUndefined();
  });
});

describe('larger bodies', () => {
  const big = Buffer.alloc(OPEN_BYTES + 1, 97);

  it('are waited for from who was signed in here once, and from nobody else', async () => {
    const { port } = await open();
    expect((await ask(port, 'POST', '/api/events', big)).status).toBe(401);
    expect((await ask(port, 'POST', '/api/events', big, { cookie: `${COOKIE}x` })).status).toBe(401);
    expect(await ask(port, 'POST', '/api/events', big, { cookie: COOKIE })).toMatchObject({
      status: 200,
      text: String(big.length),
    });
    // Small ones go on: what stands behind says that nobody is signed in.
    expect((await ask(port, 'POST', '/api/events', 'small')).status).toBe(200);
  });

  it('a key of a shop opens the questions alone; the bundle of the first day wants its key', async () => {
    const { port } = await open();
    const key = { authorization: `Bearer yb_${'a'.repeat(43)}` };
    expect((await ask(port, 'POST', '/api/ask', big, key)).status).toBe(200);
    expect((await ask(port, 'POST', '/api/shelf', big, key)).status).toBe(401);
    expect((await ask(port, 'POST', '/api/first-day/bundle', big)).status).toBe(401);
    const first = { 'x-first-day-key': 'k'.repeat(32) };
    expect((await ask(port, 'POST', '/api/first-day/bundle', big, first)).status).toBe(200);
  });

  it('so many at a time, and the next is asked to come again', async () => {
    const waits: (() => void)[] = [];
    const { port, door } = await open(async (req, res) => {
      await new Promise<void>((go) => waits.push(go));
      await counts(req, res);
    });
    const send = () => ask(port, 'POST', '/api/shelf', big, { cookie: COOKIE });
    const first = [send(), send(), send(), send()];
    while (waits.length < 4) await new Promise((go) => setImmediate(go));
    const fifth = await send();
    expect([fifth.status, fifth.headers['retry-after']]).toEqual([503, '2']);
    waits.forEach((go) => go());
    expect((await Promise.all(first)).map((a) => a.status)).toEqual([200, 200, 200, 200]);
    await expect.poll(() => door.load()).toEqual({ running: 0, coming: 0 });
  });
});

describe('a line on which nothing moves', () => {
  it('is cut: a head that never comes, a body that stops, a download that nobody reads', async () => {
    const big = Buffer.alloc(8 * 1024 * 1024);
    let ended = false;
    const { port } = await open(
      async (req, res) => {
        if (req.url !== '/big') return counts(req, res);
        res.on('close', () => (ended = true));
        res.end(big);
      },
      { stallMs: 150 },
    );
    expect(await raw(port, '')).toBe('');
    const half = await raw(
      port,
      'POST /api/photos/pieces HTTP/1.1\r\nhost: x\r\ncontent-length: 100\r\n\r\nabc',
    );
    expect(half.slice(0, 12)).toBe('HTTP/1.1 408');
    const socket = net.connect(port, '127.0.0.1', () => socket.write('GET /big HTTP/1.1\r\nhost: x\r\n\r\n'));
    socket.on('error', () => undefined);
    socket.pause();
    await expect.poll(() => ended, { timeout: 5000 }).toBe(true);
    socket.destroy();
  });

  it('is left alone while we are the ones who work', async () => {
    const { port } = await open(
      async (_req, res) => {
        await new Promise((go) => setTimeout(go, 400));
        res.end('done');
      },
      { stallMs: 100 },
    );
    expect((await ask(port, 'GET', '/')).text).toBe('done');
  });

  it('a small body has to be there in its time, however it trickles', async () => {
    const { port } = await open(counts, { bodyMs: 200 });
    const answer = await new Promise<string>((resolve) => {
      const socket = net.connect(port, '127.0.0.1');
      socket.write('POST /api/auth/sign-in/username HTTP/1.1\r\nhost: x\r\ncontent-length: 1000\r\n\r\n');
      const trickle = setInterval(() => socket.writable && socket.write('a'), 20);
      let got = '';
      socket.on('data', (d) => (got += d.toString()));
      socket.on('error', () => undefined);
      socket.on('close', () => {
        clearInterval(trickle);
        resolve(got);
      });
    });
    expect(answer.slice(0, 12)).toBe('HTTP/1.1 408');
  });
});

it('a line that was opened ahead is closed without a word; headers that do not end are told so', async () => {
  const door = makeDoor(counts, { secret: SECRET, secure: false, away: () => false });
  server = createServer({ connectionsCheckingInterval: 20 }, door.listen);
  door.guard(server);
  server.headersTimeout = 80;
  const port = await new Promise<number>((go) =>
    server?.listen(0, '127.0.0.1', () => go((server?.address() as net.AddressInfo).port)),
  );
  expect(await raw(port, '')).toBe('');
  expect((await raw(port, 'GET / HTTP/1.1\r\nhost:')).slice(0, 12)).toBe('HTTP/1.1 408');
  expect((await raw(port, 'nonsense\r\n\r\n')).slice(0, 12)).toBe('HTTP/1.1 400');
});

it('a page that breaks while the database is away is to be tried again; another fault stays one', async () => {
  let away = true;
  const { port } = await open(
    async (_req, res) => {
      res.writeHead(500);
      res.end();
    },
    { away: () => away },
  );
  expect((await ask(port, 'GET', '/')).status).toBe(503);
  away = false;
  expect((await ask(port, 'GET', '/')).status).toBe(500);
});

describe('the list of bounds', () => {
  it('finds an address by its names before its free parts', () => {
    expect(boundOf('/api/photos/pieces').address).toBe('/api/photos/pieces');
    expect(boundOf(`/api/photos/${'a'.repeat(64)}`).address).toBe('/api/photos/[photo]');
    expect(boundOf('/api/auth/sign-in/username').address).toBe('/api/auth/[...all]');
    expect(boundOf('/api/jobs/x/fit').address).toBe('/api/jobs/[job]/fit');
    expect(boundOf('/jobs/x/fit').address).toBe('');
  });

  it('lets nobody who is not known send more than a little anywhere', () => {
    const open = Object.entries(BOUNDS).filter(([, b]) => b.sender === 'anybody' && b.bytes > OPEN_BYTES);
    expect(open.map(([a, b]) => [a, b.bytes])).toEqual([['/api/first-day', 16 * 1024]]);
  });
});
