import { systemVOf } from '@/core/electrical';
import type { Database } from '../db/connection';
import { stockOf } from '../shelf/stock';
import type { LoadedJob } from './loadJob';

/** What the Wire screen shows beside the job itself: connectors, adapters, feeds with their places, the shop's stock. */
export async function wireData(db: Database, shopId: string, job: LoadedJob) {
  return {
    connectors: Object.fromEntries(job.connectors.map((c) => [c.id, c])),
    parts: job.parts.map((p) => p.body),
    stock: await stockOf(db, shopId),
    feeds: Object.fromEntries(job.reading.checks.map((c) => [c.swap.id, c.feeds])),
    fuseBoxes: job.family.fuseBoxes ?? [],
    leads: job.family.leads ?? [],
    systemV: systemVOf(job.reading.context.known.get('system-voltage@vehicle')),
  };
}
