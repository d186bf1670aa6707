import { and, desc, eq, inArray, or } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { job, vehicle } from '../db/schema';
import { linesNamed } from '../shelf/shelfLines';
import { jobLines, type KnownJob } from './jobLines';
import { knownBy, ofCustomer } from './vehicles';

/** Jobs that a search shows at most. */
const FOUND_LIMIT = 20;

/** A job’s number as it is written everywhere: with its zeros, or with a sign before it. */
export const AS_WRITTEN = /^(?:#\d{1,9}|0\d{3,8})$/;

/** The job number that a text can be, with or without its zeros; null: it is none. */
export function numberIn(text: string): number | null {
  const digits = /^#?0*(\d{1,9})$/.exec(text)?.[1];
  return digits === undefined ? null : Number(digits);
}

/**
 * Jobs of the shop, in work, released or given up, newest first: the one of that number, those of vehicles whose VIN,
 * serial, plate or fleet number holds the text, those of a customer whose name or number holds it, and those whose
 * vehicle line it names. A number as it is written on a
 * job finds that one alone.
 */
export async function findJobs(
  db: Database,
  shopId: string,
  text: string,
): Promise<{
  readonly jobs: readonly KnownJob[];
  readonly more: boolean;
  /** It was looked for by its number as it is written: there can be no other. */
  readonly alone: boolean;
}> {
  const typed = text.trim();
  if (typed === '') return { jobs: [], more: false, alone: false };
  const number = numberIn(typed);
  const alone = AS_WRITTEN.test(typed) && number !== null;
  const lines = alone ? [] : await linesNamed(db, shopId, typed);
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(
      and(
        eq(job.shopId, shopId),
        alone
          ? eq(job.number, number)
          : or(
              knownBy(typed),
              ofCustomer(typed),
              number === null ? undefined : eq(job.number, number),
              lines.length === 0 ? undefined : inArray(vehicle.family, [...lines]),
            ),
      ),
    )
    .orderBy(desc(job.number))
    .limit(FOUND_LIMIT + 1);
  const ids = rows.slice(0, FOUND_LIMIT).map((r) => r.id);
  return { jobs: await jobLines(db, shopId, ids), more: rows.length > FOUND_LIMIT, alone };
}
