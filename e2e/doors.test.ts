import { readFileSync } from 'node:fs';
import http from 'node:http';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { BOUNDS } from '../src/door/bounds';
import { addPerson } from '@/server/auth/addPerson';
import { job, photo, shop } from '@/server/db/schema';
import { PASSWORD, type RunningApp, startApp } from '../testing/app';
import { type CutLine, cutLine } from '../testing/cutLine';
import { ownDatabase } from '../testing/database';
import { modificationNote } from '../testing/entries';
import { bodyOf, cookieOf, type Session, sessionOf, signInTo, trySignIn } from '../testing/session';

let app: RunningApp;
let line: CutLine;
let tomas: Session;
let jobId: string;

beforeAll(async () => {
  const made = await ownDatabase(inject('demoDatabase'));
  const far = new URL(made.url);
  line = await cutLine(Number(far.port));
  const near = new URL(made.url);
  near.port = String(line.port);
  // The application reaches its database over a line that the test can cut.
  app = await startApp(made, { DATABASE_URL: near.href });
  tomas = await signInTo(app, 'tomas');
  jobId = (await app.db.select().from(job).limit(1))[0]?.id ?? '';
});
afterAll(async () => {
  await line.close();
  await app.stop();
});

/** One request as it is written, and the status that came back; 0: the line was cut. */
function raw(
  options: http.RequestOptions,
  body?: Buffer,
): Promise<{ status: number; headers: http.IncomingHttpHeaders }> {
  const { hostname, port } = new URL(app.url);
  return new Promise((resolve) => {
    const request = http.request({ hostname, port, agent: false, ...options }, (response) => {
      response.resume();
      response.on('close', () => resolve({ status: response.statusCode ?? 0, headers: response.headers }));
    });
    request.on('error', () => resolve({ status: 0, headers: {} }));
    request.end(body);
  });
}

describe('bounds', () => {
  it('stand for every address that the build lists and that is no page', () => {
    const built = JSON.parse(readFileSync('.next/app-path-routes-manifest.json', 'utf8')) as Record<
      string,
      string
    >;
    const routes = Object.entries(built)
      .filter(([file]) => file.endsWith('/route'))
      .map(([, address]) => address);
    expect([...routes].sort()).toEqual(Object.keys(BOUNDS).sort());
  });

  it('75 MB to the sign-in are refused unread, and nobody waits for it', async () => {
    const big = Buffer.alloc(75 * 1024 * 1024, '[');
    const send = raw(
      {
        method: 'POST',
        path: '/api/auth/sign-in/username',
        headers: { origin: app.url, 'content-type': 'application/json', 'content-length': big.length },
      },
      big,
    );
    const began = performance.now();
    expect((await fetch(`${app.url}/api/health`)).status).toBe(200);
    expect(performance.now() - began).toBeLessThan(2_000);
    // The answer, or a line that was cut while it was still being sent.
    expect([413, 0]).toContain((await send).status);
  });

  it.each([
    ['TRACE', '/', 405],
    ['PUT', '/api/events', 405],
    ['GET', '*', 400],
    ['OPTIONS', '*', 400],
  ])('%s %s is answered %i', async (method, path, status) => {
    expect((await raw({ method, path })).status).toBe(status);
  });

  it('safe headers are on files of the build as well', async () => {
    const page = await (await fetch(`${app.url}/sign-in`)).text();
    const file = /\/_next\/static\/[^"]+\.js/.exec(page)?.[0] ?? '';
    const answer = await fetch(app.url + file);
    expect(answer.status).toBe(200);
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
    expect((await fetch(`${app.url}/sign-in`)).headers.get('x-frame-options')).toBe('DENY');
    expect((await fetch(`${app.url}/sign-in`)).headers.get('content-security-policy')).toContain("'nonce-");
  });

  it('lines of one person have an end, and others have theirs', async () => {
    const stop = new AbortController();
    const cookie = await cookieOf(app, 'tomas');
    const open = (who: string) =>
      fetch(`${app.url}/api/stream`, { headers: { cookie: who }, signal: stop.signal });
    const lines = [];
    for (let i = 0; i < 14; i += 1) lines.push(await open(cookie));
    expect(lines.map((l) => l.status)).toEqual([...Array<number>(12).fill(200), 503, 503]);
    expect((await open(await cookieOf(app, 'ines'))).status).toBe(200);
    stop.abort();
  });
});

describe('a lead’s forgotten session', () => {
  it('without the password at hand opens nothing that is a lead’s alone, and all that is anybody’s', async () => {
    const all = await cookieOf(app, 'ines');
    const bare = all
      .split('; ')
      .filter((c) => !c.startsWith('yonder.lead='))
      .join('; ');
    const forgotten = sessionOf(app, bare);
    for (const path of ['/api/settings', '/api/people', '/api/keys', '/api/figures', '/api/shelf/row'])
      expect([path, await (await forgotten.post(path, {})).json()]).toEqual([path, { code: 'lead-proof' }]);
    expect((await forgotten.get('/api/bundle')).status).toBe(403);
    expect((await forgotten.get('/api/confirm')).status).toBe(403);
    expect((await forgotten.get('/')).status).toBe(200);
    // The password again opens it, in this session and in no other.
    const again = await forgotten.post('/api/confirm', { device: 'd', password: PASSWORD, digests: [] });
    const proof = again.headers.getSetCookie().find((c) => c.startsWith('yonder.lead=')) ?? '';
    const proven = sessionOf(app, `${bare}; ${proof.split(';')[0]}`);
    expect((await proven.get('/api/confirm')).status).toBe(200);
    const other = await cookieOf(app, 'ines');
    const stolen = other
      .split('; ')
      .filter((c) => !c.startsWith('yonder.lead='))
      .concat(proof.split(';')[0] ?? '');
    expect((await sessionOf(app, stolen.join('; ')).get('/api/confirm')).status).toBe(403);
  });
});

describe('bundles that nobody reads', () => {
  it('hold up no board and no entry', async () => {
    // Large enough that it does not fit into the buffers on the way.
    const [own] = await app.db.select({ id: shop.id }).from(shop);
    const bytes = Buffer.alloc(4 * 1024 * 1024);
    for (let i = 0; i < bytes.length; i += 1) bytes[i] = (i * 2654435761) >>> 24;
    for (let i = 0; i < 6; i += 1)
      await app.db.insert(photo).values({
        shopId: own?.id ?? '',
        id: String(i).repeat(64),
        widthPx: 1,
        heightPx: 1,
        bytes,
        madeBy: 'x',
      });
    const cookie = await cookieOf(app, 'ines');
    const { hostname, port } = new URL(app.url);
    const statuses: number[] = [];
    const stalled = await Promise.all(
      Array.from(
        { length: 24 },
        () =>
          new Promise<http.ClientRequest>((resolve) => {
            const request = http.get(
              { hostname, port, path: '/api/bundle', headers: { cookie }, agent: false },
              (response) => {
                statuses.push(response.statusCode ?? 0);
                response.pause();
                resolve(request);
              },
            );
            request.on('error', () => undefined);
          }),
      ),
    );
    expect(statuses.filter((s) => s === 200)).toHaveLength(1);
    expect(statuses.filter((s) => s === 503)).toHaveLength(23);
    for (let i = 0; i < 5; i += 1) {
      expect((await tomas.get('/')).status).toBe(200);
      const entry = await tomas.post('/api/events', { events: [modificationNote(jobId, `beside ${i}`)] });
      expect(await entry.text()).toContain('"kept"');
    }
    for (const request of stalled) request.destroy();
    // Let go, the next one has its turn.
    const ines = sessionOf(app, cookie);
    await expect
      .poll(
        async () => {
          const answer = await ines.get('/api/bundle');
          await answer.body?.cancel();
          return answer.status;
        },
        { timeout: 60_000 },
      )
      .toBe(200);
  });
});

describe('while the database is away', () => {
  const MARKS = ['marked-name-5317', 'marked-password-5317', 'marked-search-5317', 'f'.repeat(40)];

  it('everything says: try again, nothing is a fault, and the output holds no secret', async () => {
    const cookie = await cookieOf(app, 'tomas');
    const session = sessionOf(app, cookie);
    const token = /session_token=([^;]+)/.exec(cookie)?.[1] ?? 'none';
    await addPerson(app.db, 'saltpan', {
      username: 'marked-name-5317',
      name: 'Marked',
      password: PASSWORD,
      role: 'technician',
    });
    line.cut();
    const statuses: Record<string, number> = {};
    const note = async (what: string, answer: Promise<Response>) => {
      const got = await answer;
      statuses[what] = got.status;
      await bodyOf(got);
    };
    await note('sign-in', trySignIn(app, 'marked-name-5317', 'marked-password-5317'));
    await note('session', session.get('/api/auth/get-session'));
    await note('calendar', fetch(`${app.url}/api/calendar/${'f'.repeat(40)}.ics`));
    await note('board', session.get('/?find=marked-search-5317'));
    await note('job', session.get(`/jobs/${jobId}/fit`));
    await note('shelf', session.get('/shelf/lamp?q=marked-search-5317'));
    await note('sign-in page', session.get('/sign-in'));
    await note('vehicles', session.get('/api/vehicles?q=marked-search-5317'));
    await note('find', session.get('/api/find?q=marked-search-5317'));
    await note(
      'events',
      session.post('/api/events', { events: [modificationNote(jobId, 'marked-search-5317')] }),
    );
    await note(
      'confirm',
      session.post('/api/confirm', { device: 'd', password: 'marked-password-5317', digests: [] }),
    );
    await note('device', session.post('/api/device', {}));
    await note(
      'ask',
      fetch(`${app.url}/api/ask`, {
        method: 'POST',
        headers: { authorization: `Bearer yb_${'f'.repeat(43)}` },
        body: '{}',
      }),
    );
    await note('ready', fetch(`${app.url}/api/ready`));
    await note('health', fetch(`${app.url}/api/health`));
    expect(statuses).toEqual({
      ...Object.fromEntries(Object.keys(statuses).map((k) => [k, 503])),
      health: 200,
    });
    line.join();
    await expect
      .poll(async () => (await fetch(`${app.url}/api/ready`)).status, { timeout: 30_000 })
      .toBe(200);
    // Other failures: a body that is none, a name that is too long, a wrong password.
    await trySignIn(app, 'marked-name-5317', 'marked-password-5317');
    await session.post('/api/jobs', { words: 'marked-search-5317', vin: 'marked-name-5317' });
    await session.post('/api/events', '{"events":[{"id":"marked-search-5317');
    await session.get(`/jobs/marked-search-5317/fit`);
    const printed = app.output();
    for (const mark of [...MARKS, decodeURIComponent(token).slice(0, 20), 'params:'])
      expect([mark, printed.includes(mark)]).toEqual([mark, false]);
  });

  it('what was said before is as it was', async () => {
    expect((await tomas.get('/')).status).toBe(200);
    expect(await app.db.$count(job, eq(job.id, jobId))).toBe(1);
  });
});
