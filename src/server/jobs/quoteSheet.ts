import { eq } from 'drizzle-orm';
import { type QuoteDocument, quoteDocument } from '@/core/job';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { shop } from '../db/schema';
import type { LoadedJob } from './loadJob';
import { packFor } from './packs';

/** The quote of a job as it stands now; null: nothing is chosen yet. */
export async function quoteSheet(
  db: Database,
  actor: Actor,
  job: LoadedJob,
  now: Date,
): Promise<QuoteDocument | null> {
  const [printed] = await db
    .select({ head: shop.sheetHead, foot: shop.sheetFoot })
    .from(shop)
    .where(eq(shop.id, actor.shopId));
  const pack = await packFor(db, actor.shopId, job);
  const rows = <T extends { readonly id: string }>(list: readonly T[]) => new Map(list.map((r) => [r.id, r]));
  const lamps = rows(pack.lamps.map((l) => l.body));
  const parts = rows(pack.parts);
  return quoteDocument(
    { pack, reading: job.reading },
    {
      madeAt: now.toISOString(),
      shop: { name: actor.shopName, zone: actor.zone, head: printed?.head ?? '', foot: printed?.foot ?? '' },
      family: job.family,
      lamp: (id) => lamps.get(id),
      part: (id) => parts.get(id),
    },
  );
}
