import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { job } from '@/server/db/schema';
import { ROUTES } from './routes';
import type { RunningApp } from './support/app';
import { startDemoApp } from './support/demoApp';
import { type Session, signInTo } from './support/session';

let app: RunningApp;
let lead: Session;
let ids: { job: string; vehicle: string };
beforeAll(async () => {
  app = await startDemoApp();
  lead = await signInTo(app, 'ines');
  const [row] = await app.db.select().from(job).orderBy(desc(job.number)).limit(1);
  ids = { job: row?.id ?? '', vehicle: row?.vehicleId ?? '' };
});
afterAll(() => app.stop());

/** What somebody who means no good writes into an address. */
const IN_ADDRESS = [
  '%00',
  '%ff',
  '%',
  'constructor',
  '__proto__',
  "'",
  '..%2f..',
  '%ED%A0%80',
  'x'.repeat(2000),
];
const IN_SEARCH = [
  '?q=a&q=b',
  '?q=%00',
  '?find=%00',
  '?find=%25%5F',
  '?day=9999-12-31',
  '?day=0000-00-00',
  '?from=99999999999999999999',
  '?rev=1e309',
  '?rev=99999999999',
  '?pos=%00',
  '?kind=constructor',
  '?id[]=1',
  '?before=99999999999',
  '?key[]=x',
];
const deep = (n: number): unknown => (n === 0 ? 1 : { of: [deep(n - 1)] });
/** Bodies that are no forms of ours. */
const BODIES: readonly string[] = [
  '',
  '[]',
  '[null]',
  'null',
  '1',
  '"x"',
  '{',
  '{"__proto__":{"x":1}}',
  '{"constructor":1}',
  JSON.stringify({ events: [null, [], 1, {}, { id: 'x' }] }),
  JSON.stringify({
    events: [{ id: '\u0000', job: '\ud800', type: 'constructor', deviceSeq: 2 ** 40, body: {} }],
  }),
  JSON.stringify({ at: '0000-02-30T00:00:00Z', id: 'x', device: {}, deviceSeq: -1, family: [], words: 1 }),
  JSON.stringify({ act: 'constructor', person: '\u0000', username: {}, key: [] }),
  JSON.stringify(deep(300)),
  JSON.stringify({ x: 'y'.repeat(300_000) }),
  JSON.stringify({ act: 'save', booking: { id: 'x', job: '\u0000', startsAt: '0000-02-30', minutes: 1e9 } }),
  JSON.stringify({
    act: 'save',
    booking: {
      id: 'x',
      job: 'x',
      bay: 'x',
      startsAt: '+275760-09-13T00:00:00.000Z',
      minutes: 60,
      waitsFor: '',
      waitsUntil: null,
      version: 2 ** 40,
    },
  }),
  JSON.stringify({ act: 'remove', id: 'constructor', version: -1 }),
  JSON.stringify({ kind: 'part', cells: { id: {}, constructor: 'x' }, seenRev: 1e309 }),
  JSON.stringify({ kind: 'application', cells: [null], seenRev: Number.MAX_SAFE_INTEGER }),
  JSON.stringify({ kind: 'lamp', cells: { __proto__: 'x', id: 'x', plugs: '[[[[' }, seenRev: 0 }),
  JSON.stringify({ cells: { id: 'x', families: '\ud800', rule: JSON.stringify(deep(300)) } }),
  JSON.stringify({ part: '__proto__', count: 99_999 }),
  JSON.stringify({ fuseShare: 'NaN', maxFuseA: { constructor: 1 } }),
];
const bad: string[] = [];
const look = async (what: string, answer: Response) => {
  await answer.arrayBuffer();
  if (answer.status >= 500) bad.push(`${answer.status} ${what}`);
};

it('no address, however it is written, breaks the application', { timeout: 180_000 }, async () => {
  for (const route of ROUTES.filter((r) => r.method === 'GET')) {
    const path = route.path(ids);
    for (const search of IN_SEARCH) await look(path + search, await lead.get(path.split('?')[0] + search));
    // Every part of the address in its turn is something else.
    const parts = path.split('?')[0]?.split('/') ?? [];
    for (let at = 1; at < parts.length; at += 1)
      for (const evil of IN_ADDRESS) {
        const other = parts.map((p, i) => (i === at ? evil : p)).join('/');
        await look(other.slice(0, 80), await lead.get(other));
      }
  }
  expect(bad.splice(0)).toEqual([]);
});

it('no body, whatever it is, breaks the application', { timeout: 180_000 }, async () => {
  const before = (await app.db.select().from(job)).length;
  for (const route of ROUTES.filter((r) => r.method === 'POST'))
    for (const body of BODIES)
      await look(`${route.path(ids)} ${body.slice(0, 60)}`, await lead.post(route.path(ids), body));
  expect(bad.splice(0)).toEqual([]);
  expect((await app.db.select().from(job)).length).toBe(before);
  expect((await fetch(`${app.url}/api/ready`)).status).toBe(200);
});

it('what it printed all the while holds no session and no values', () => {
  const printed = app.output();
  for (const never of ['params:', 'yonder.session_token', 'y'.repeat(100), 'Failed query: insert'])
    expect(printed).not.toContain(never);
});
