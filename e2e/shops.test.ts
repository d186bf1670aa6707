import { readdirSync } from 'node:fs';
import path from 'node:path';
import { eq, like, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addPerson } from '@/server/auth/addPerson';
import { FREE_TRIES, TURN_S } from '@/server/auth/signInLimit';
import { job, jobEvent, rateLimit, shop, signInFailure, vehicle } from '@/server/db/schema';
import { type Ids, ROUTES } from '../testing/routes';
import { PASSWORD, type RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { bodyOf, type Session, sessionOf, signInTo, trySignIn } from '../testing/session';

let app: RunningApp;
let stranger: Session;
let own: Session;
let ids: Ids;
let secrets: string[];

beforeAll(async () => {
  app = await startDemoApp();
  await app.db.insert(shop).values({ id: 'nextdoor', name: 'Next Door Lamps', zone: 'UTC', locale: 'en-GB' });
  await addPerson(app.db, 'nextdoor', {
    username: 'nora',
    name: 'Nora Next',
    role: 'lead',
    password: PASSWORD,
  });
  const [first] = await app.db.select().from(job).where(eq(job.number, 1));
  ids = { job: first?.id ?? '', vehicle: first?.vehicleId ?? '' };
  const vehicles = await app.db.select().from(vehicle);
  secrets = [
    ids.job,
    'Saltpan',
    'orrel-packet',
    ...vehicles.flatMap((v) => [v.vin, v.plate, v.serial].filter((x): x is string => x !== null)),
  ];
  stranger = await signInTo(app, 'nora');
  own = await signInTo(app, 'jory');
});
afterAll(() => app.stop());

const call = (session: Session, r: (typeof ROUTES)[number]) =>
  r.method === 'GET' ? session.get(r.path(ids)) : session.post(r.path(ids), r.body?.(ids));

describe('the route table', () => {
  it('lists every page and route handler that there is', () => {
    const folders = readdirSync('src/app', { recursive: true, withFileTypes: true })
      .filter((e) => /^(page\.tsx|route\.ts)$/.test(e.name))
      .map((e) =>
        path
          .relative('src/app', e.parentPath)
          .split(path.sep)
          .filter((p) => !/^\(.*\)$/.test(p))
          .join('/'),
      );
    expect([...folders].sort()).toEqual(ROUTES.map((r) => r.folder).sort());
  });

  it('without a session leads to the sign-in or refuses', async () => {
    for (const r of ROUTES.filter((x) => x.reach !== 'public')) {
      const answer = await call(sessionOf(app, ''), r);
      // A page leads to the sign-in; what a program asks for is refused.
      const page = r.method === 'GET' && !r.folder.startsWith('api/');
      expect(`${r.folder} ${page ? answer.headers.get('location') : answer.status}`).toBe(
        `${r.folder} ${page ? '/sign-in' : 401}`,
      );
    }
  });

  it('shows and takes nothing of another shop’s, on any route', async () => {
    const before = (await app.db.select().from(jobEvent)).length;
    for (const r of ROUTES) {
      const answer = await call(stranger, r);
      const text = await bodyOf(answer);
      // What a stranger writes is held in the stranger’s own shop: it stands in no job.
      if (r.folder === 'api/events') expect(text).toContain('"outcome":"held","code":"no-such-job"');
      else if (r.reach === 'row')
        expect(`${r.folder} ${answer.status}`).toBe(`${r.folder} ${r.method === 'GET' ? 404 : 422}`);
      // The address that was asked for may stand in the answer; nothing else of the row may.
      for (const secret of secrets.filter((s) => s !== ids.job || r.reach !== 'row'))
        expect(text.includes(secret), `${r.folder} shows ${secret}`).toBe(false);
    }
    expect((await app.db.select().from(jobEvent)).length).toBe(before);
  });

  it('serves the shop’s own people', async () => {
    for (const r of ROUTES.filter(
      (x) => x.method === 'GET' && x.reach === 'row' && x.folder !== 'jobs/[job]',
    ))
      expect(`${r.folder} ${(await call(own, r)).status}`).toBe(`${r.folder} 200`);
  });

  it('keeps the shelf from anybody but a lead', async () => {
    expect((await own.post('/api/shelf', { form: 'yonder-bolt/shelf', version: 1 })).status).toBe(403);
    const lead = await signInTo(app, 'ines');
    expect((await lead.post('/api/shelf', { form: 'yonder-bolt/shelf', version: 1 })).status).toBe(200);
    const broken = await lead.post('/api/shelf', { form: 'yonder-bolt/shelf', version: 2 });
    expect([broken.status, await broken.json()]).toMatchObject([422, { faults: [{ path: '/version' }] }]);
  });
});

describe('around every answer', () => {
  it('stands a content policy with a fresh nonce, and safe headers', async () => {
    const [a, b] = [await fetch(`${app.url}/sign-in`), await fetch(`${app.url}/sign-in`)];
    const nonce = (r: Response) =>
      /'nonce-([^']+)'/.exec(r.headers.get('content-security-policy') ?? '')?.[1];
    expect(nonce(a)).toBeDefined();
    expect(nonce(a)).not.toBe(nonce(b));
    expect(a.headers.get('content-security-policy')).not.toContain('unsafe-eval');
    expect(a.headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
    expect(a.headers.get('x-content-type-options')).toBe('nosniff');
    expect(a.headers.get('x-powered-by')).toBeNull();
    const scripts = [...(await a.text()).matchAll(/<script[^>]*>/g)].map((m) => m[0]);
    expect(scripts.length).toBeGreaterThan(0);
    for (const tag of scripts) expect(tag).toContain('nonce=');
  });

  it('a change that comes from another origin, or from none, is refused', async () => {
    for (const origin of ['http://elsewhere.invalid', 'null', undefined]) {
      const headers = { 'content-type': 'application/json', ...(origin ? { origin } : {}) };
      expect((await fetch(`${app.url}/api/events`, { method: 'POST', headers, body: '{}' })).status).toBe(
        403,
      );
    }
  });
});

describe('sign-in', () => {
  it('answers a wrong password and an unknown name alike', async () => {
    const [wrong, unknown] = [
      await trySignIn(app, 'tomas', 'not-the-password'),
      await trySignIn(app, 'nobody', 'not-the-password'),
    ];
    expect([wrong.status, await wrong.json()]).toEqual([unknown.status, await unknown.json()]);
  });

  it('slows guessing at one name after ten tries, whatever address the caller claims, and locks nobody out', async () => {
    const claim = (i: number) => ({ 'x-forwarded-for': `10.0.0.${i}`, 'x-yonder-client': `10.0.1.${i}` });
    const guess = async (i: number) => (await trySignIn(app, 'bea', `guess-number-${i}`, claim(i))).status;
    const free: number[] = [];
    for (let i = 0; i < 10; i += 1) free.push(await guess(i));
    expect(free).toEqual(Array.from({ length: 10 }, () => 401));
    // Now they take turns, one every few seconds; who would have theirs much later is sent away.
    const began = performance.now();
    const burst = await Promise.all(Array.from({ length: 20 }, (_, i) => guess(20 + i)));
    const turns = burst.filter((s) => s === 401).length;
    expect(turns).toBeGreaterThan(0);
    expect(turns).toBeLessThanOrEqual((performance.now() - began) / (TURN_S * 1000));
    expect(burst.filter((s) => s === 429)).toHaveLength(20 - turns);
    // Others are not held up, and the right password has its turn too.
    expect((await trySignIn(app, 'tomas', PASSWORD)).status).toBe(200);
    expect((await trySignIn(app, 'bea', PASSWORD)).status).toBe(200);
  });

  it('a crowd of strangers shuts nobody out, though no proxy tells callers apart', async () => {
    for (let i = 0; i < 45; i += 1) await trySignIn(app, `guest${i}`, 'not-the-password');
    expect((await trySignIn(app, 'tomas', PASSWORD)).status).toBe(200);
  });

  it('a device that a person is known on waits for no turn of others, and its own tries are counted', async () => {
    const before = await trySignIn(app, 'jory', PASSWORD);
    expect(before.status).toBe(200);
    const known =
      before.headers
        .getSetCookie()
        .find((c) => c.startsWith('yonder.known='))
        ?.split(';')[0] ?? '';
    /** All free tries of a name at a place, and after them all the turns of the next minute. */
    const useUp = async (name: string, cookie?: string) => {
      for (let i = 0; i < FREE_TRIES; i += 1)
        await trySignIn(app, name, `guess-number-${i}`, cookie ? { cookie } : {});
      await app.db
        .update(signInFailure)
        .set({ turnAt: sql`now() + interval '1 minute'` })
        .where(like(signInFailure.username, `${name} %`));
    };
    await useUp('jory');
    expect((await trySignIn(app, 'jory', PASSWORD)).status).toBe(429);
    expect((await trySignIn(app, 'jory', PASSWORD, { cookie: known })).status).toBe(200);
    // Another's device is no key to this name, and one's own is not for guessing on.
    await useUp('nora', known);
    expect((await trySignIn(app, 'nora', PASSWORD, { cookie: known })).status).toBe(429);
    await useUp('jory', known);
    expect((await trySignIn(app, 'jory', PASSWORD, { cookie: known })).status).toBe(429);
  });

  it('a known device gets in even where a crowd has used up all sign-ins of a minute', async () => {
    const first = await trySignIn(app, 'tomas', PASSWORD);
    const known =
      first.headers
        .getSetCookie()
        .find((c) => c.startsWith('yonder.known='))
        ?.split(';')[0] ?? '';
    await app.db
      .update(rateLimit)
      .set({ count: 1_000_000, lastRequest: Date.now() })
      .where(like(rateLimit.key, '%/sign-in/username'));
    expect((await trySignIn(app, 'tomas', PASSWORD)).status).toBe(429);
    expect((await trySignIn(app, 'tomas', PASSWORD, { cookie: known })).status).toBe(200);
    await app.db.delete(rateLimit);
  });

  it('says that it is alive, and whether it can work', async () => {
    for (const [path, state] of [
      ['/api/health', 'alive'],
      ['/api/ready', 'ready'],
    ]) {
      const answer = await fetch(app.url + path);
      expect([answer.status, await answer.json()]).toEqual([200, { state }]);
    }
  });

  it('opens no other door of the library', async () => {
    for (const door of [
      'sign-up/email',
      'sign-in/email',
      'request-password-reset',
      'change-password',
      'delete-user',
    ])
      expect(
        (
          await fetch(`${app.url}/api/auth/${door}`, {
            method: 'POST',
            headers: { origin: app.url, 'content-type': 'application/json' },
            body: '{}',
          })
        ).status,
      ).toBe(404);
  });
});
