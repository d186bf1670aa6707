/** Measures the speed bars of the core and of a job page. Instances are seeded by their numbers, nothing is random. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { AIMS, indexShelf, planLooks, shortlist } from '@/core/fitment';
import { type AnyStoredEvent, foldJob } from '@/core/job';
import type { Shelf } from '@/core/catalogue';
import { factRegistry } from '@/core/vehicle';
import { tryFitLaws } from '@/core/fitment/testing/fitLaws';
import { tryLightLaws } from '@/core/light/testing/laws';
import { tryChainLaws } from '@/core/harness/connect/testing/chainLaws';
import { benchBeam, tryWalls } from './bench/beam';
import { benchBay } from './bench/bay';
import { benchBackup } from './bench/backup';
import { benchShelf } from './bench/onShelf';
import { benchHarness } from './bench/harness';
import { benchHouse } from './bench/house';
import { measured, type Row, tableOf } from './bench/measure';
import { benchPages } from './bench/pages';
import { benchLight } from './bench/light';
import { benchLongJob } from './bench/longJob';
import { benchWork } from './bench/work';
import { benchTruth } from './bench/truth';
import { compareOrders, questionInstance } from './bench/questions';
import { eq } from 'drizzle-orm';
import { job } from '@/server/db/schema';
import { runLoad } from './load/run';
import { startApp } from '../testing/app';
import { demoDatabase } from '../testing/demoDatabase';

/** Cases that the laws are tried on at large. */
const FIT_CASES = 58_500;
const CHAIN_CASES = 20_000;
const LIGHT_CASES = 500;
if (process.argv.includes('--laws')) {
  // Large numbers of random cases against brute force: minutes, and nothing else is measured.
  const fit = tryFitLaws(FIT_CASES, 1_000_000);
  const chains = tryChainLaws(CHAIN_CASES, 1);
  const light = tryLightLaws(LIGHT_CASES, 1000);
  const result = {
    fit,
    chains,
    light: { cases: LIGHT_CASES, broken: light },
    disagreements: disagreements(fit.broken) + disagreements(chains.broken) + light.length,
  };
  mkdirSync('.local', { recursive: true });
  writeFileSync('.local/laws.json', JSON.stringify(result, null, 2));
  console.log(JSON.stringify(result, null, 2));
  process.exit(result.disagreements > 0 ? 1 : 0);
}

if (process.argv.includes('--walls')) {
  // Hundreds of rendered walls against what is true of them: minutes as well.
  const tried = tryWalls(200, (done) => console.log(`${done} walls`));
  console.log(JSON.stringify(tried, null, 2));
  const good =
    tried.cutoffDeg <= 0.1 + 1e-9 &&
    tried.hotDeg <= 0.2 &&
    tried.lux <= 0.15 &&
    tried.taken === 0 &&
    tried.filesChanged === 0;
  process.exit(good ? 0 : 1);
}

const rows: Row[] = [];
const measure = async (what: string, size: string, runs: number, work: () => unknown) =>
  rows.push(await measured(what, size, runs, work));

/** Disagreements with brute force, over all laws. */
function disagreements(broken: Readonly<Record<string, readonly number[]>>): number {
  return Object.values(broken).reduce((n, seeds) => n + seeds.length, 0);
}

/** A long job: facts, looks, readings and undos in turn. */
function longJob(count: number): readonly AnyStoredEvent[] {
  return Array.from({ length: count }, (_, i) => {
    const at = new Date(Date.UTC(2026, 0, 1) + i * 1000).toISOString();
    const base = {
      id: `e${String(i).padStart(6, '0')}`,
      job: 'j',
      v: 1,
      at,
      device: 'd',
      deviceSeq: i,
      user: 'u',
      seq: i,
      receivedAt: at,
    };
    const position = `marker.side.left.${i % 40}`;
    if (i % 10 === 9)
      return { ...base, type: 'void', body: { target: `e${String(i - 5).padStart(6, '0')}` } };
    if (i % 2 === 0) return { ...base, type: 'as-found', body: { position, found: ['sound'], after: [] } };
    return {
      ...base,
      type: 'bench-read',
      body: {
        position,
        lamp: 'l',
        step: `main/${i % 24}`,
        reading: { currentA: 0.5, seen: 'amber' },
        after: [],
      },
    };
  }) as unknown as readonly AnyStoredEvent[];
}

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const events = longJob(2000);
await measure('fold of a job', '2 000 events', 30, () => foldJob(events));
rows.push(
  ...(await benchHarness()),
  ...(await benchTruth()),
  ...(await benchLight()),
  ...(await benchBeam()),
  ...(await benchWork()),
);

const registry = factRegistry(shelf.factKeys);
const index = indexShelf(shelf);
const packet = index.families.get('orrel-packet');
const known = new Map<string, string | number>([
  ['market@vehicle', 'ECE'],
  ['model-year@vehicle', 2021],
]);
if (packet)
  await measure('shortlist, few facts known', `${shelf.applications.length} applications`, 30, () =>
    shortlist(
      shelf.applications,
      packet,
      ['headlamp.front.left', 'headlamp.front.right'],
      index.lamps,
      ['drl'],
      { known, registry, profiles: shelf.profiles, parts: new Map() },
    ),
  );

for (const aim of AIMS) {
  const instance = questionInstance(aim === 'find-one' ? 25 : 11, 50, 30, aim);
  await measure(`question plan, ${aim}`, '50 lamps × 30 unknown facts', 15, () => planLooks(instance));
}
const SEEDS = Array.from({ length: 120 }, (_, i) => i + 1);
const orders = AIMS.map((aim) => ({ aim, ...compareOrders(SEEDS, aim) }));

const app = await startApp(await demoDatabase());
try {
  const jobs = await app.db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(eq(job.shopId, 'saltpan'));
  rows.push(...(await benchHouse(app, new Map(jobs.map((j) => [j.number, j.id])))));
  rows.push(...(await benchBay(app, new Map(jobs.map((j) => [j.number, j.id])))));
  rows.push(...(await benchPages(app)), ...(await benchShelf(app.db)), ...(await benchLongJob(app)));
} finally {
  await app.stop();
}

rows.push(...(await benchBackup()));
const rush = await runLoad({ technicians: 200, seconds: 60, workers: 2, seed: 1 });
rows.push(...rush.rows);

mkdirSync('.local', { recursive: true });
writeFileSync('.local/bench.json', JSON.stringify({ node: process.version, rows, orders }, null, 2));
console.log(tableOf(rows));
console.log(`errors under load: ${rush.errors.length}`);
console.log('\nminutes to settle, mean over seeded instances (questionInstance 1–120, at most 8 facts)');
console.log(
  ['aim', 'instances', 'optimum', 'greedy', 'as listed', 'greedy ÷ optimum', 'worst', 'its seed'].join(' | '),
);
for (const o of orders)
  console.log(
    [
      o.aim,
      o.instances,
      ...[o.best, o.greedy, o.listed, o.greedyOverBest, o.worstGreedy].map((n) => n.toFixed(3)),
      o.worstSeed,
    ].join(' | '),
  );
