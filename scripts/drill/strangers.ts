import http from 'node:http';
import net from 'node:net';
import { seededRandom } from '@/core/kernel/seededRandom';

/** *Settings*: lines that ask nothing, downloads that nobody reads, large bodies on their way at once; bytes of those at the most. */
const IDLE = 3_000;
const STALLED = 60;
const LARGE = 4;
const LARGEST = 80 * 1024 * 1024;
const METHODS = ['TRACE', 'PUT', 'DELETE', 'PATCH', 'PROPFIND', 'OPTIONS', 'HEAD', 'GET'];
const PATHS = [
  '/',
  '*',
  '/api/auth/sign-in/username',
  '/api/events',
  '/api/shelf',
  '/api/first-day/bundle',
  '/no/where',
];

/** What came of the strangers around a run: answers by status, `cut` where a line was ended without one. */
export interface StrangersCount {
  readonly idle: number;
  readonly stalled: number;
  readonly answers: Readonly<Record<string, number>>;
  /** Faults of the server; asked to come again is none. */
  readonly faults: number;
}

/**
 * Strangers who do what no page does, beside whatever else goes on: lines that say nothing or half a head, bodies to 80 MB, all
 * methods, downloads that are asked for and never read. Only ever against our own server on this machine.
 */
export function strangers(url: string, cookie: string): { readonly end: () => Promise<StrangersCount> } {
  const { hostname, port } = new URL(url);
  if (hostname !== '127.0.0.1') throw new Error('strangers come to this machine alone');
  const random = seededRandom(7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const answers: Record<string, number> = {};
  let over = false;
  let idle = 0;
  let stalled = 0;
  const sockets = new Set<net.Socket>();
  const noted = (status: number | 'cut') => (answers[String(status)] = (answers[String(status)] ?? 0) + 1);

  const sitIdle = (): void => {
    if (over) return;
    const socket = net.connect(Number(port), hostname, () => {
      idle += 1;
      if (random() < 0.5) socket.write('GET / HTTP/1.1\r\nhost: x\r\nx-half: ');
    });
    sockets.add(socket);
    socket.on('error', () => undefined);
    socket.on('data', () => undefined);
    socket.on('close', () => {
      sockets.delete(socket);
      if (!over) setTimeout(sitIdle, 200).unref();
    });
  };
  const readNothing = (): void => {
    if (over) return;
    const request = http.get(
      { hostname, port, path: pick(['/api/bundle', '/shelf/lamp', '/']), headers: { cookie }, agent: false },
      (response) => {
        stalled += 1;
        noted(response.statusCode ?? 0);
        response.pause();
        response.on('error', () => undefined);
        response.on('close', () => !over && setTimeout(readNothing, 100).unref());
      },
    );
    request.on('socket', (s) => sockets.add(s));
    request.on('error', () => !over && setTimeout(readNothing, 100).unref());
  };
  const large = Buffer.alloc(1024 * 1024, '[');
  const sendLarge = (): void => {
    if (over) return;
    const length = Math.floor(random() * LARGEST);
    const announced = random() < 0.7;
    const request = http.request(
      {
        hostname,
        port,
        method: random() < 0.5 ? 'POST' : pick(METHODS),
        path: pick(PATHS),
        agent: false,
        headers: {
          origin: url,
          'content-type': 'application/json',
          ...(random() < 0.3 ? { cookie } : {}),
          ...(announced ? { 'content-length': length } : {}),
        },
      },
      (response) => {
        noted(response.statusCode ?? 0);
        response.resume();
      },
    );
    let left = length;
    const more = (): void => {
      while (left > 0 && !request.destroyed) {
        const piece = large.subarray(0, Math.min(left, large.length));
        left -= piece.length;
        if (!request.write(piece)) return void request.once('drain', more);
      }
      request.end();
    };
    let closed = false;
    const again = (): void => {
      if (closed) return;
      closed = true;
      if (!over) setTimeout(sendLarge, 20).unref();
    };
    request.on('error', () => {
      noted('cut');
      again();
    });
    request.on('close', again);
    more();
  };
  for (let i = 0; i < IDLE; i += 1) setTimeout(sitIdle, i / 2).unref();
  for (let i = 0; i < STALLED; i += 1) readNothing();
  for (let i = 0; i < LARGE; i += 1) sendLarge();
  return {
    end: () => {
      over = true;
      for (const s of sockets) s.destroy();
      const faults = Object.entries(answers)
        .filter(([status]) => Number(status) >= 500 && status !== '503')
        .reduce((sum, [, n]) => sum + n, 0);
      return Promise.resolve({ idle, stalled, answers, faults });
    },
  };
}
