import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Database } from '@/server/db/connection';
import { job, jobEvent, shop, vehicle } from '@/server/db/schema';

const BATCH = 2000;

/**
 * Copies a shop's job so many times, each as the next job on a vehicle of its own, with all its events. What its
 * events say of one another is kept; its frozen documents are not copied.
 */
export async function copyJob(db: Database, shopId: string, number: number, times: number): Promise<void> {
  const [row] = await db
    .select({ job, vehicle })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(and(eq(job.shopId, shopId), eq(job.number, number)));
  const [counted] = await db.select({ last: shop.lastJobNumber }).from(shop).where(eq(shop.id, shopId));
  if (!row || !counted) throw new Error(`The shop ${shopId} has no job ${number}`);
  const events = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, row.job.id)))
    .orderBy(asc(jobEvent.seq));
  const bodies = JSON.stringify(events.map((e) => e.body));
  const copies = Array.from({ length: times }, (_, i) => {
    const next = counted.last + 1 + i;
    const ids = new Map(events.map((e) => [e.id, uuidv7()]));
    const said = bodies.replace(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => ids.get(id) ?? id);
    const body = JSON.parse(said) as (typeof events)[number]['body'][];
    const jobId = uuidv7();
    const vehicleId = uuidv7();
    return {
      vehicle: { ...row.vehicle, id: vehicleId, vin: null, serial: null, fleet: null, plate: `COPY ${next}` },
      job: { ...row.job, id: jobId, number: next, vehicleId },
      events: events.map((e, k) => ({ ...e, id: ids.get(e.id) ?? e.id, jobId, body: body[k] ?? e.body })),
    };
  });
  await db.transaction(async (tx) => {
    // One row at a time is one round trip each; all at once is more parameters than a statement may have.
    for (const part of batches(copies.map((c) => c.vehicle))) await tx.insert(vehicle).values(part);
    for (const part of batches(copies.map((c) => c.job))) await tx.insert(job).values(part);
    for (const part of batches(copies.flatMap((c) => c.events))) await tx.insert(jobEvent).values(part);
    await tx
      .update(shop)
      .set({ lastJobNumber: counted.last + times })
      .where(eq(shop.id, shopId));
  });
}

const batches = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / BATCH) }, (_, i) => rows.slice(i * BATCH, (i + 1) * BATCH));
