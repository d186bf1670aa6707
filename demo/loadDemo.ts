import { readFileSync } from 'node:fs';
import { addPerson } from '@/server/auth/addPerson';
import type { Role } from '@/server/access';
import type { Database } from '@/server/db/connection';
import { shop } from '@/server/db/schema';
import { importJobs, isEmptyShop, jobBundleForm } from '@/server/jobs/importJobs';
import { importShelf } from '@/server/shelf/importShelf';
import { loadYard } from './loadYard';
import { relativeTimes } from './relativeTimes';
import demoShop from './shop.json';

/** Makes the demo shop with shelf and jobs; does nothing where it is there already. */
export async function loadDemo(
  db: Database,
  password: (username: string) => string,
  now: Date,
): Promise<void> {
  const { people, ...row } = demoShop;
  await db.insert(shop).values(row).onConflictDoNothing();
  for (const person of people)
    await addPerson(db, row.id, {
      ...person,
      role: person.role as Role,
      password: password(person.username),
    });
  if (!(await isEmptyShop(db, row.id))) return;
  const outcome = await importShelf(
    db,
    row.id,
    'demo',
    readFileSync(new URL('shelf.json', import.meta.url), 'utf8'),
  );
  if (outcome.kind === 'faults')
    throw new Error(`demo/shelf.json: ${JSON.stringify(outcome.faults.slice(0, 5))}`);
  const jobs: unknown = JSON.parse(readFileSync(new URL('jobs.json', import.meta.url), 'utf8'));
  const made = await importJobs(db, row.id, jobBundleForm.validateSync(relativeTimes(jobs, now)));
  await loadYard(db, row.id, row.zone, made, now);
}
