import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { job } from '@/server/db/schema';
import type { RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { hostileAddresses, hostileBodies, type HostileRequest } from '../testing/hostile';
import { bodyOf, type Session, signInTo } from '../testing/session';

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

/** The requests that the server had a fault with. */
async function faultsOf(requests: Iterable<HostileRequest>): Promise<readonly string[]> {
  const bad: string[] = [];
  for (const { method, path, body } of requests) {
    const answer = method === 'GET' ? await lead.get(path) : await lead.post(path, body ?? '');
    await bodyOf(answer);
    if (answer.status >= 500)
      bad.push(`${answer.status} ${method} ${path.slice(0, 80)} ${(body ?? '').slice(0, 60)}`);
  }
  return bad;
}

it('no address, however it is written, breaks the application', async () => {
  expect(await faultsOf(hostileAddresses(ids))).toEqual([]);
});

it('no body, whatever it is, breaks the application', async () => {
  const before = (await app.db.select().from(job)).length;
  expect(await faultsOf(hostileBodies(ids))).toEqual([]);
  expect((await app.db.select().from(job)).length).toBe(before);
  expect((await fetch(`${app.url}/api/ready`)).status).toBe(200);
});

it('what it printed all the while holds no session and no values', () => {
  const printed = app.output();
  for (const never of ['params:', 'yonder.session_token', 'y'.repeat(100), 'Failed query: insert'])
    expect(printed).not.toContain(never);
});
