import { type RemovalDocument, removalDocument, workView } from '@/core/job';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { loadPhoto } from '../photos/photos';
import type { LoadedJob } from './loadJob';
import { packFor } from './packs';

/** *Setting*: photos on one sheet at the most. */
const PHOTOS_MAX = 40;

/** The removal sheet of a job as it stands now, with its photos; null: it has no steps. */
export async function removalSheet(
  db: Database,
  actor: Actor,
  job: LoadedJob,
  now: Date,
): Promise<{ readonly doc: RemovalDocument; readonly photos: Readonly<Record<string, Uint8Array>> } | null> {
  const { reading, vehicle, family } = job;
  if (reading.strip.out.length === 0) return null;
  const pack = await packFor(db, actor.shopId, job);
  const doc = removalDocument(reading, family, workView({ pack, reading }), {
    madeAt: now.toISOString(),
    shop: { name: actor.shopName, zone: actor.zone },
    job: { id: job.pack.id, number: job.number },
    vehicle: {
      maker: family.maker,
      name: family.name,
      identity: vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin ?? '',
    },
  });
  const wanted = [...doc.out, ...doc.back].flatMap((s) => s.photos).slice(0, PHOTOS_MAX);
  const found = await Promise.all(
    wanted.map(async (id) => [id, await loadPhoto(db, actor.shopId, id)] as const),
  );
  return {
    doc,
    photos: Object.fromEntries(found.flatMap(([id, bytes]) => (bytes ? [[id, new Uint8Array(bytes)]] : []))),
  };
}
