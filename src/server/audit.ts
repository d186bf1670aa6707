import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import type { Database, Transaction } from './db/connection';
import { type AUDIT_ABOUT, auditLine, bay, job, vehicle } from './db/schema';

/** A change of a shop besides its jobs. `before` and `after` never hold a password or a key. */
export interface Change {
  readonly about: (typeof AUDIT_ABOUT)[number];
  /** What was done, as a code that the screen words: `person-added`, `setting-changed`. */
  readonly did: string;
  /** Whom or what it is about: a user id, the name of a setting. */
  readonly subject: string;
  readonly before?: unknown;
  readonly after?: unknown;
}

/** Writes down who changed what, in the transaction that changes it. @param by user id */
export async function audit(
  tx: Database | Transaction,
  shopId: string,
  by: string,
  changes: readonly Change[],
): Promise<void> {
  if (changes.length === 0) return;
  await tx
    .insert(auditLine)
    .values(changes.map(({ before = null, after = null, ...c }) => ({ shopId, by, ...c, before, after })));
}

/** Changes on one page. */
const SHOWN = 100;

export interface AuditPage {
  readonly lines: readonly (typeof auditLine.$inferSelect)[];
  /** Older ones begin before this line; null: there are none. */
  readonly older: number | null;
}

/**
 * A page of a shop's changes, newest first.
 * @param about only those about this; null: all
 * @param before only those before this line; null: from the newest
 */
export async function auditOf(
  db: Database,
  shopId: string,
  about: Change['about'] | null = null,
  before: number | null = null,
): Promise<AuditPage> {
  const rows = await db
    .select()
    .from(auditLine)
    .where(
      and(
        eq(auditLine.shopId, shopId),
        about === null ? undefined : eq(auditLine.about, about),
        before === null ? undefined : lt(auditLine.seq, before),
      ),
    )
    .orderBy(desc(auditLine.seq))
    .limit(SHOWN + 1);
  const lines = rows.slice(0, SHOWN);
  return { lines, older: rows.length > SHOWN ? (lines.at(-1)?.seq ?? null) : null };
}

/** What the jobs, vehicles and bays that lines are about are called, by id. */
export async function auditSubjects(
  db: Database,
  shopId: string,
  lines: AuditPage['lines'],
): Promise<Readonly<Record<string, string>>> {
  const of = (about: Change['about']) => lines.filter((l) => l.about === about).map((l) => l.subject);
  const [bays, jobs, vehicles] = [
    await db.select({ id: bay.id, name: bay.name }).from(bay).where(eq(bay.shopId, shopId)),
    await db
      .select({ id: job.id, number: job.number })
      .from(job)
      .where(and(eq(job.shopId, shopId), inArray(job.id, of('bookings')))),
    await db
      .select({
        id: vehicle.id,
        plate: vehicle.plate,
        vin: vehicle.vin,
        serial: vehicle.serial,
        fleet: vehicle.fleet,
      })
      .from(vehicle)
      .where(and(eq(vehicle.shopId, shopId), inArray(vehicle.id, of('identities')))),
  ];
  return Object.fromEntries([
    ...bays.map((b) => [b.id, b.name] as const),
    ...jobs.map((j) => [j.id, String(j.number).padStart(4, '0')] as const),
    ...vehicles.map((v) => [v.id, v.plate ?? v.fleet ?? v.serial ?? v.vin ?? ''] as const),
  ]);
}
