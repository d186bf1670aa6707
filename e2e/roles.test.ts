import { existsSync, readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addPerson } from '@/server/auth/addPerson';
import { job, shop, vehicle } from '@/server/db/schema';
import { type Ids, type Route, ROUTES } from '../testing/routes';
import { PASSWORD, type RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { digests } from '@/server/backup/digests';
import { bodyOf, type Session, sessionOf, signInTo } from '../testing/session';

/** Who calls: nobody, a person of each role of the shop, a lead of another shop. */
type Caller = 'nobody' | 'counter' | 'technician' | 'lead' | 'foreign lead';
let app: RunningApp;
let sessions: Readonly<Record<Caller, Session>>;
let ids: Ids;
let secrets: string[];

beforeAll(async () => {
  app = await startDemoApp();
  await app.db.insert(shop).values({ id: 'nextdoor', name: 'Next Door Lamps', zone: 'UTC', locale: 'en-GB' });
  const nora = { username: 'nora', name: 'Nora Next', role: 'lead', password: PASSWORD } as const;
  await addPerson(app.db, 'nextdoor', nora);
  sessions = {
    nobody: sessionOf(app, ''),
    counter: await signInTo(app, 'bea'),
    technician: await signInTo(app, 'tomas'),
    lead: await signInTo(app, 'ines'),
    'foreign lead': await signInTo(app, 'nora'),
  };
  const [first] = await app.db.select().from(job).where(eq(job.number, 1));
  ids = { job: first?.id ?? '', vehicle: first?.vehicleId ?? '' };
  const vehicles = await app.db.select().from(vehicle);
  secrets = vehicles.flatMap((v) => [v.vin, v.plate, v.serial].filter((x): x is string => x !== null));
});
afterAll(() => app.stop());

const call = (who: Caller, r: Route) =>
  r.method === 'GET' ? sessions[who].get(r.path(ids)) : sessions[who].post(r.path(ids), r.body?.(ids));

/** Routes that belong to leads: anybody else of the shop is refused, or does not find them. */
const LEADS = new Set([
  'api/bundle',
  'api/figures',
  'api/keys',
  'api/people',
  'api/settings',
  'api/shelf',
  'api/shelf/csv',
  'api/shelf/lint',
  'api/shelf/row',
  'shop/[part]',
]);

describe('what the build itself lists', () => {
  it('is no action: all that is sent comes through the routes, by one door', () => {
    const file = '.next/server/server-reference-manifest.json';
    const { node, edge } = JSON.parse(readFileSync(file, 'utf8')) as Record<'node' | 'edge', object>;
    expect([Object.keys(node), Object.keys(edge)]).toEqual([[], []]);
  });

  it('are the routes that are walked here', () => {
    const file = '.next/app-path-routes-manifest.json';
    expect(existsSync(file)).toBe(true);
    const built = Object.values(JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>)
      .map((r) => r.slice(1))
      .filter((r) => !['_not-found', '_global-error', 'favicon.ico', 'icon.svg'].includes(r));
    expect(built.sort()).toEqual(ROUTES.map((r) => r.folder).sort());
  });
});

/** All tables that hold what a shop wrote; sessions and counts of failures change by looking. */
async function kept() {
  const { session: _s, rate_limit: _r, sign_in_failure: _f, ...rest } = await digests(app.db);
  return rest;
}

describe('each route, each caller', () => {
  it('nobody and a foreign lead change nothing here and are shown nothing', async () => {
    const before = await kept();
    for (const r of ROUTES)
      for (const who of ['nobody', 'foreign lead'] as const) {
        const answer = await call(who, r);
        const text = await bodyOf(answer);
        expect([r.folder, who, answer.status < 500]).toEqual([r.folder, who, true]);
        expect([r.folder, who, secrets.filter((s) => text.includes(s))]).toEqual([r.folder, who, []]);
      }
    const after = await kept();
    // A stranger’s own: their language, what was held of theirs, what their shop’s changes say, their devices.
    const theirs = ['member', 'held_entry', 'device', 'device_grant'];
    for (const table of Object.keys(before).filter((t) => !theirs.includes(t)))
      expect([table, after[table]]).toEqual([table, before[table]]);
  });

  it.each(['counter', 'technician'] as const)(
    'a %s is kept from what is for leads, and from nothing else',
    async (who) => {
      const before = await kept();
      for (const r of ROUTES.filter((x) => LEADS.has(x.folder))) {
        const answer = await call(who, r);
        const text = await bodyOf(answer);
        // Forms that are refused by their fields first say 400: nothing is told either way.
        expect([r.folder, [400, 403, 404, 422].includes(answer.status)]).toEqual([r.folder, true]);
        expect([r.folder, secrets.filter((s) => text.includes(s))]).toEqual([r.folder, []]);
      }
      expect(await kept()).toEqual(before);
      for (const r of ROUTES.filter(
        (x) => !LEADS.has(x.folder) && x.method === 'GET' && x.reach !== 'public',
      )) {
        const answer = await call(who, r);
        await bodyOf(answer);
        expect([r.folder, [200, 307, 404].includes(answer.status)]).toEqual([r.folder, true]);
      }
    },
  );

  it('a lead is let in everywhere', async () => {
    for (const r of ROUTES.filter((x) => LEADS.has(x.folder) && x.method === 'GET')) {
      const answer = await call('lead', r);
      await bodyOf(answer);
      expect([r.folder, answer.status]).toEqual([r.folder, 200]);
    }
    expect((await call('lead', ROUTES.find((r) => r.folder === 'api/stock') as Route)).status).toBe(200);
  });
});

describe('a key of another program', () => {
  const read = (path: string, key: string, more: Record<string, string> = {}) =>
    fetch(app.url + path, { headers: { authorization: `Bearer ${key}`, ...more } });

  it('reads what it was made for, and nothing else, until it is revoked', async () => {
    const make = async (opens: string): Promise<string> => {
      const answer = await sessions.lead.post('/api/keys', { act: 'make', name: `For ${opens}`, opens });
      return ((await answer.json()) as { key: string }).key;
    };
    const [shelf, bundle] = [await make('shelf'), await make('bundle')];
    expect(await (await read('/api/shelf/export/all.json', shelf)).json()).toMatchObject({ version: 1 });
    expect((await read('/api/bundle', shelf)).status).toBe(401);
    const whole = await read('/api/bundle', bundle);
    expect([whole.status, whole.headers.get('content-type')]).toEqual([200, 'application/gzip']);
    expect((await whole.arrayBuffer()).byteLength).toBeGreaterThan(10_000);
    // No page and no other route knows of keys.
    for (const r of ROUTES.filter(
      (x) => x.reach !== 'public' && !['api/ask', 'api/bundle', 'api/shelf/export/[kind]'].includes(x.folder),
    ))
      expect([
        r.folder,
        [200].includes((await read(r.path(ids), bundle, { redirect: 'manual' })).status) &&
          r.folder.startsWith('api/'),
      ]).toEqual([r.folder, false]);
    const asking = (key: string, body: string) =>
      fetch(`${app.url}/api/ask`, { method: 'POST', headers: { authorization: `Bearer ${key}` }, body });
    const ask = await make('ask');
    const asked = await asking(
      ask,
      JSON.stringify({
        ask: ['fit'],
        vehicle: { line: 'orrel-packet' },
        facts: { market: 'ECE', 'model-year': 2020 },
        swaps: [{ positions: ['headlamp.front.left', 'headlamp.front.right'] }],
      }),
    );
    const { answers } = (await asked.json()) as { answers: { fit: { candidates: object[] }[] } };
    expect([asked.status, (answers.fit[0]?.candidates.length ?? 0) > 3]).toEqual([200, true]);
    const faulty = await asking(ask, '{"ask":["fit"],"vehicle":{"line":"moon"}}');
    expect([faulty.status, await faulty.json()]).toMatchObject([
      400,
      { faults: [{ path: '/vehicle/line', reason: { code: 'case-no-line' } }] },
    ]);
    expect((await asking(shelf, '{}')).status).toBe(401);
    const [row] = (await app.db.query.shopKey.findMany()).filter((k) => k.opens === 'shelf');
    await sessions.lead.post('/api/keys', { act: 'revoke', key: row?.id });
    expect((await read('/api/shelf/export/all.json', shelf)).status).toBe(401);
  });
});
