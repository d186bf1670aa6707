import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { sql } from 'drizzle-orm';
import { indexShelf, shortlist } from '@/core/fitment';
import { seededRandom } from '@/core/kernel/seededRandom';
import { lintShelf } from '@/core/catalogue/lint';
import { type Shelf, SHELF_KINDS, SHELF_LISTS } from '@/core/catalogue';
import { factRegistry, type FactValue } from '@/core/vehicle';
import type { Database } from '@/server/db/connection';
import { shop } from '@/server/db/schema';
import { importCsv } from '@/server/shelf/importCsv';
import { applicationsFor, loadShelf, shelfRowsById } from '@/server/shelf/loadShelf';
import { searchShelf } from '@/server/shelf/searchShelf';
import { writeRows } from '@/server/shelf/writeRows';
import { asRow, measured, type Row } from './measure';
import { bigShelf, csvOf, PER_FAMILY } from './shelf';

const SIZES = [10_000, 100_000, 300_000] as const;
const HEAD = ['headlamp.front.left', 'headlamp.front.right'];
/** A server is measured as it runs, not as it starts. */
const WARM_UPS = 60;

/** The bars of Fit and Shelf at the scale of a real catalogue: each size in a shop of its own in one database. */
export async function benchShelf(db: Database, sizes: readonly number[] = SIZES): Promise<readonly Row[]> {
  const base = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
  const rows: Row[] = [];
  for (const size of sizes) {
    const shopId = `bench-${size}`;
    const shelf = bigShelf(base, size, size);
    await db.insert(shop).values({ id: shopId, name: shopId, zone: 'UTC', locale: 'en-GB' });
    await fill(db, shopId, shelf, size === 100_000 ? ['application'] : []);
    await db.execute(sql`analyze`);
    if (size === 100_000) rows.push(await importRow(db, shopId, shelf));
    await db.execute(sql`analyze`);
    rows.push(await shortlistRow(db, shopId, size));
    if (size === 100_000) {
      rows.push(
        await measured('search of the shelf', '100 000 applications', 20, (i) =>
          searchShelf(db, shopId, 'application', `line ${i * 37}`, { from: 0, size: 50 }),
        ),
      );
      rows.push(
        await measured('search of the shelf, a word of all rows', '100 000 applications', 20, () =>
          searchShelf(db, shopId, 'application', 'headlamp', { from: 0, size: 50 }),
        ),
      );
      rows.push(await lintRow(db, shopId));
    }
  }
  return rows;
}

async function fill(db: Database, shopId: string, shelf: Shelf, without: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    for (const kind of SHELF_KINDS.filter((k) => !without.includes(k)))
      await writeRows(
        tx,
        shopId,
        'bench',
        shelf[SHELF_LISTS[kind]].map((body) => ({ kind, id: body.id, rev: 1, body })),
      );
  });
}

async function importRow(db: Database, shopId: string, shelf: Shelf): Promise<Row> {
  let reports = 0;
  let peak = 0;
  const before = process.memoryUsage().rss;
  const began = performance.now();
  const outcome = await importCsv(db, shopId, 'bench', 'application', csvOf(shelf.applications), () => {
    reports += 1;
    peak = Math.max(peak, process.memoryUsage().rss);
  });
  if (outcome.kind !== 'imported') throw new Error(JSON.stringify(outcome.faults.slice(0, 3)));
  return asRow(
    'import of a CSV',
    '100 000 rows',
    [performance.now() - began],
    `${reports} reports of progress, memory +${Math.round((peak - before) / 1e6)} MB`,
  );
}

/** What Fit does for one vehicle: read its rows, judge and rank them, with some facts known. */
async function shortlistRow(db: Database, shopId: string, size: number): Promise<Row> {
  const random = seededRandom(7);
  const registry = factRegistry(
    (await loadShelf(db, shopId, ['application', 'family', 'lamp', 'part'])).factKeys,
  );
  const profiles = (await loadShelf(db, shopId, ['application', 'family', 'lamp', 'part'])).profiles;
  let matches = 0;
  const row = await measured(
    'shortlist of a vehicle',
    `${size.toLocaleString('en').replaceAll(',', ' ')} applications`,
    100,
    async () => {
      const family = `line-${Math.floor(random() * (size / PER_FAMILY))}`;
      const [line] = await shelfRowsById(db, shopId, 'family', [family]);
      const applications = await applicationsFor(db, shopId, family);
      const lamps = await shelfRowsById(db, shopId, 'lamp', [
        ...new Set(applications.flatMap((a) => Object.values(a.body.lamps))),
      ]);
      if (!line) throw new Error(family);
      const index = indexShelf({ lamps: lamps.map((l) => l.body), families: [], applications: [] });
      const known = new Map<string, FactValue>([
        ['market@vehicle', 'ECE'],
        ['model-year@vehicle', 2010 + Math.floor(random() * 14)],
        ['system-voltage@vehicle', '12'],
      ]);
      matches = shortlist(
        applications.map((a) => a.body),
        line.body,
        HEAD,
        index.lamps,
        ['sequential-turn'],
        { known, registry, profiles, parts: new Map() },
      ).length;
    },
    WARM_UPS,
  );
  return { ...row, note: `${matches} matches` };
}

async function lintRow(db: Database, shopId: string): Promise<Row> {
  const began = performance.now();
  const shelf = await loadShelf(db, shopId);
  const loaded = performance.now() - began;
  const steps = lintShelf(shelf);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return asRow(
    'lint, with reading the shelf',
    '100 000 applications',
    [performance.now() - began],
    `${step.value.length} findings; reading ${Math.round(loaded)} ms`,
  );
}
