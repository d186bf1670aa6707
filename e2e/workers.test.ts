import { spawn } from 'node:child_process';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { job } from '@/server/db/schema';
import { freePort, type RunningApp, SECRET } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { modificationNote } from '../testing/entries';
import { childrenOf } from '../testing/processes';
import { signInTo } from '../testing/session';

/** Two processes on one port, as `npm start` starts them on two cores. */
let app: RunningApp;
beforeAll(async () => {
  app = await startDemoApp({ WORKERS: '2', METRICS_TOKEN: 'a-token-for-tests' });
});
afterAll(() => app.stop());

const scrape = async (): Promise<string> => {
  const answer = await fetch(`${app.url}/api/metrics`, {
    headers: { authorization: 'Bearer a-token-for-tests', connection: 'close' },
  });
  expect(answer.status).toBe(200);
  return answer.text();
};

/** Sum of all samples of a name whose labels hold all of these. */
const sumOf = (text: string, name: string, ...labels: string[]): number =>
  text
    .split('\n')
    .filter((line) => line.startsWith(`${name}{`) || line.startsWith(`${name} `))
    .filter((line) => labels.every((l) => line.includes(l)))
    .reduce((sum, line) => sum + Number(line.split(' ').at(-1)), 0);

it('both answer, what one takes in the other reads, and the counts are those of both', async () => {
  const session = await signInTo(app, 'tomas');
  const [row] = await app.db.select({ id: job.id }).from(job).limit(1);
  const notes = Array.from({ length: 8 }, (_, i) => modificationNote(row?.id ?? '', `by either ${i}`));
  for (const note of notes) {
    const sent = await session.post('/api/events', { events: [note] });
    expect(await sent.json()).toMatchObject({ outcomes: [{ outcome: 'kept' }] });
    const read = await session.get(`/api/jobs/${note.job}/pack`);
    expect(await read.text()).toContain(note.body.words);
  }
  const text = await scrape();
  expect(sumOf(text, 'yonder_entries_total', 'outcome="kept"')).toBe(8);
  expect(sumOf(text, 'yonder_request_duration_seconds_count', 'route="api/events"', 'status="200"')).toBe(8);
  expect(sumOf(text, 'yonder_database_connections')).toBeGreaterThan(0);
  expect(text).toContain('yonder_event_loop_delay_p99_seconds');
  expect(text).not.toContain(row?.id ?? 'none');
});

it('metrics are there for who has the token, and for nobody else', async () => {
  expect((await fetch(`${app.url}/api/metrics`)).status).toBe(401);
  const wrong = { authorization: 'Bearer a-token-for-test' };
  expect((await fetch(`${app.url}/api/metrics`, { headers: wrong })).status).toBe(401);
});

it('one that is killed is started anew, and nobody is turned away for long', async () => {
  const before = childrenOf(app.pid());
  expect(before).toHaveLength(2);
  const [first] = before;
  process.kill(first ?? 0, 'SIGKILL');
  await expect.poll(() => childrenOf(app.pid()).filter((pid) => pid !== first).length).toBe(2);
  await expect.poll(async () => (await fetch(`${app.url}/api/ready`)).status).toBe(200);
});

it('the end of the first ends all of them', async () => {
  const all = childrenOf(app.pid());
  await app.end();
  const left = all.filter((pid) => childrenAlive(pid));
  expect(left).toEqual([]);
});

it.each(['SIGTERM', 'SIGINT'] as const)('npm start ends with all its processes on %s', async (signal) => {
  const port = await freePort();
  const npm = spawn('npm', ['start'], {
    env: {
      ...process.env,
      DATABASE_URL: app.databaseUrl,
      AUTH_SECRET: SECRET,
      PORT: String(port),
      WORKERS: '2',
    },
    stdio: 'ignore',
  });
  const ready = `http://127.0.0.1:${port}/api/ready`;
  await expect
    .poll(
      () =>
        fetch(ready).then(
          (r) => r.status,
          () => 0,
        ),
      { timeout: 60_000 },
    )
    .toBe(200);
  // Under npm stands the script, under it the first process, under that two that answer; while it starts there is
  // besides what looks whether the installation is empty.
  const family = () => {
    const script = childrenOf(npm.pid ?? 0)[0] ?? 0;
    return [script, ...childrenOf(script), ...childrenOf(script).flatMap(childrenOf)];
  };
  await expect.poll(() => family().length, { timeout: 30_000 }).toBe(4);
  const all = family();
  npm.kill(signal);
  await expect.poll(() => all.filter(childrenAlive), { timeout: 20_000 }).toEqual([]);
  await expect(fetch(ready)).rejects.toThrow();
});

function childrenAlive(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}
