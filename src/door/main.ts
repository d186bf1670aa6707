/**
 * One process of the application: the door, and the framework behind it. Built into one file beside the build
 * (`scripts/lib/build.mjs`); started by `scripts/serve.mjs`, one or several on one port.
 */
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import type next from 'next';
import { log } from '@/server/log';
import { makeDoor } from './door';
import { plainConsole } from './plainConsole';
import { warm } from './warm';

/** *Setting*: how long a connection that nobody uses is kept, ms: longer than browsers and proxies keep theirs, else they ask on one that is just being closed. */
const KEEP_ALIVE_MS = 75_000;
/** *Setting*: how long a page that broke counts as the database's doing after it was seen to be away, ms. */
const AWAY_MS = 10_000;
/** When the application last found its database away, ms; written by it, as Next keeps its modules apart. */
const AWAY = Symbol.for('yonder-bolt.away');

const [host = '127.0.0.1', portText = '4410'] = process.argv.slice(2);
const port = Number(portText);

plainConsole();
process.env.PORT = String(port);
const makeNext = createRequire(import.meta.url)('next') as typeof next;
const app = makeNext({ dev: false, dir: process.cwd(), hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
const door = makeDoor((req, res) => handle(req, res), {
  secret: process.env.AUTH_SECRET ?? '',
  secure: process.env.PUBLIC_URL?.startsWith('https:') ?? false,
  away: () => Date.now() - ((globalThis as { [AWAY]?: number })[AWAY] ?? 0) < AWAY_MS,
});
const server = createServer({ keepAliveTimeout: KEEP_ALIVE_MS, maxHeaderSize: 16 * 1024 }, door.listen);
door.guard(server);

let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  server.close(() => {
    void app.close().finally(() => process.exit(0));
  });
  server.closeIdleConnections();
  // Whoever keeps a connection is asked to leave after its next answer; who asks nothing is let go.
  const sweep = setInterval(() => server.closeIdleConnections(), 500);
  sweep.unref();
};
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, end);

if (process.env.WARM !== '0') await warm((req, res) => handle(req, res), `${host}:${port}`);
server.listen(port, host, () => log.info({ port }, 'answers'));
