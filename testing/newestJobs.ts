import { desc, eq } from 'drizzle-orm';
import type { Database } from '@/server/db/connection';
import { job } from '@/server/db/schema';
import { loadJobs, type LoadedJob } from '@/server/jobs/loadJob';

/** The newest jobs of a shop, in work or released, read whole, newest first. */
export async function loadNewestJobs(
  db: Database,
  shopId: string,
  limit: number,
): Promise<readonly LoadedJob[]> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(eq(job.shopId, shopId))
    .orderBy(desc(job.number))
    .limit(limit);
  return loadJobs(
    db,
    shopId,
    rows.map((r) => r.id),
  );
}
