/** Kills the application and its database again and again, and sends what no page of ours sends: counts what broke. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { desc } from 'drizzle-orm';
import { seededRandom } from '@/core/kernel/seededRandom';
import { job } from '@/server/db/schema';
import { type RunningApp, startApp } from '../testing/app';
import { demoDatabase } from '../testing/demoDatabase';
import { hostileAddresses, hostileBodies } from '../testing/hostile';
import { applicationKills, databaseKills, workerKills } from '../testing/kills';
import { bodyOf, cookieOf, signInTo } from '../testing/session';
import { standbyDrill } from './drill/standby';
import { strangers } from './drill/strangers';
import { OLD_BUILDS, upgradeDrill } from './drill/upgrade';

const MOST = { kills: 500, hostile: 1_000_000 } as const;
const TOKEN = 'a-token-for-drills';
const WARM = 500;
const DEATH_PAGES = ['/', '/shelf/family', '/calculators', '/jobs/new'] as const;

const { values } = parseArgs({
  options: {
    kills: { type: 'string' },
    hostile: { type: 'string' },
    standby: { type: 'boolean' },
    upgrade: { type: 'boolean' },
    help: { type: 'boolean' },
  },
});

function chosen(name: 'kills' | 'hostile', usual: number): number {
  const n = Number(values[name] ?? usual);
  if (!Number.isInteger(n) || n < 0 || n > MOST[name])
    throw new Error(`--${name} is a whole number from 0 to ${MOST[name]}`);
  return n;
}

/** Hostile requests one at a time, in a seeded order; how many faults, dead pages, and how long the event loop hung. */
async function hostileRun(app: RunningApp, count: number) {
  const [row] = await app.db.select().from(job).orderBy(desc(job.number)).limit(1);
  const ids = { job: row?.id ?? '', vehicle: row?.vehicleId ?? '' };
  // What one request writes must not end the session of the next.
  const all = [...hostileAddresses(ids), ...hostileBodies(ids)].filter((r) => !r.path.includes('/api/auth'));
  const random = seededRandom(1);
  const lead = await signInTo(app, 'ines');
  const faults = new Map<string, number>();
  const jobs = await app.db.$count(job);
  const send = async (): Promise<number> => {
    const { method, path, body } = all[Math.floor(random() * all.length)] ?? { method: 'GET', path: '/' };
    const answer = method === 'GET' ? await lead.get(path) : await lead.post(path, body ?? '');
    await bodyOf(answer);
    // Asked to come again is an honest answer.
    if (answer.status >= 500 && !(answer.status === 503 && answer.headers.has('retry-after'))) {
      const what = `${answer.status} ${method} ${path.slice(0, 60)} ${(body ?? '').slice(0, 40)}`;
      faults.set(what, (faults.get(what) ?? 0) + 1);
    }
    return answer.status;
  };
  for (let i = 0; i < WARM; i += 1) await send();
  await delayP99(app);
  const began = performance.now();
  for (let i = 0; i < count; i += 1) await send();
  const seconds = (performance.now() - began) / 1000;
  const delay = await delayP99(app);
  let dead = 0;
  for (const page of DEATH_PAGES) if ((await lead.get(page)).status !== 200) dead += 1;
  const seqs = await app.db.execute<{ n: number }>(
    `select count(*)::int as n from job j where j.last_seq <> (select count(*) from job_event e where e.shop_id = j.shop_id and e.job_id = j.id)`,
  );
  return {
    requests: count,
    seconds: Math.round(seconds),
    faults: Object.fromEntries(faults),
    deadPages: dead,
    halves: (seqs.rows[0]?.n ?? 0) + Math.abs((await app.db.$count(job)) - jobs),
    eventLoopDelayP99Ms: Math.round(delay * 1000),
  };
}

/** Since it was last asked, s. */
async function delayP99(app: RunningApp): Promise<number> {
  const answer = await fetch(`${app.url}/api/metrics`, { headers: { authorization: `Bearer ${TOKEN}` } });
  return Number(/^yonder_event_loop_delay_p99_seconds (\S+)$/m.exec(await answer.text())?.[1] ?? NaN);
}

if (values.help)
  console.log(`npm run drill -- [--kills N] [--hostile N] [--standby] [--upgrade]
  --kills    rounds each of a killed process, application, database, and both, with photos in flight: 0 to ${MOST.kills}, else 200
  --hostile  requests that no page of ours makes, beside idle lines, large bodies and stalled downloads: 0 to ${MOST.hostile}, else 100000
  --standby  two instances, balancer, pooler, a primary with a synchronous standby; the primary is killed under load
  --upgrade  two builds of before are replaced by this one while entries wait in a browser (wants their commits)`);
else if (values.standby) {
  const result = await standbyDrill();
  mkdirSync('.local', { recursive: true });
  writeFileSync('.local/standby.json', JSON.stringify(result, null, 2));
  console.log(JSON.stringify(result, null, 2));
} else if (values.upgrade) {
  const results = [];
  for (const from of Object.keys(OLD_BUILDS) as (keyof typeof OLD_BUILDS)[])
    results.push(await upgradeDrill(from));
  mkdirSync('.local', { recursive: true });
  writeFileSync('.local/upgrade.json', JSON.stringify(results, null, 2));
  console.log(JSON.stringify(results, null, 2));
  if (results.some((r) => !r.good)) process.exitCode = 1;
} else {
  const kills = chosen('kills', 200);
  const hostile = chosen('hostile', 100_000);
  const results: Record<string, unknown> = {};
  // A part that fails takes nothing away from those before it.
  const told = (part: string, result: object) => {
    results[part] = result;
    console.log(JSON.stringify({ [part]: result }));
  };
  const app = await startApp(await demoDatabase(), { METRICS_TOKEN: TOKEN });
  try {
    if (hostile > 0) {
      const around = strangers(app.url, await cookieOf(app, 'ines'));
      try {
        told('hostile', await hostileRun(app, hostile));
      } finally {
        told('strangers', await around.end());
      }
    }
    if (kills > 0) told('application', await applicationKills(app, kills, true));
  } finally {
    await app.stop();
  }
  if (kills > 0) {
    const two = await startApp(await demoDatabase(), { WORKERS: '2' });
    try {
      told('worker', await workerKills(two, kills, true));
    } finally {
      await two.stop();
    }
    told('database', await databaseKills(kills, false, true));
    told('both', await databaseKills(kills, true, true));
  }
  mkdirSync('.local', { recursive: true });
  writeFileSync('.local/drill.json', JSON.stringify(results, null, 2));
  console.log(JSON.stringify(results, null, 2));
}
