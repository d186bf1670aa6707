import { and, desc, eq, gte, lt } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { booking, job } from '../db/schema';
import { jobLines, type KnownJob } from './jobLines';
import { IN_WORK, newestInWork, RELEASED } from './jobLists';

/** *Settings*: jobs in work that the board shows at first, and where somebody asks for all: more than any shop has bays and days for. */
const IN_WORK_FIRST = 60;
const IN_WORK_LIMIT = 300;
/** Released jobs on one page of the board. */
const RELEASED_PAGE = 20;
/** The jobs of the bay board. */
export interface BoardJobs {
  /** Newest first. */
  readonly inWork: readonly KnownJob[];
  /** How many are in work, shown or not; there are more than the newest that are shown. */
  readonly inWorkCount: number;
  readonly moreInWork: boolean;
  readonly released: readonly KnownJob[];
  /** Released jobs of a lower number than this are on the next page; null: there are none. */
  readonly older: number | null;
  /** Jobs of the given bookings that stand in neither list. */
  readonly booked: readonly KnownJob[];
  /** Jobs in work that have a booking from the given day on. */
  readonly planned: readonly string[];
}

/**
 * All jobs in work, a page of the released ones, and those that the bookings in sight are for.
 * @param bookedJobs ids of the jobs whose bookings are shown
 * @param from start of the first day shown
 * @param before only released jobs of a lower number
 * @param all as many of the jobs in work as there can be, not the newest alone
 */
export async function boardJobs(
  db: Database,
  shopId: string,
  bookedJobs: readonly string[],
  from: Date,
  before: number | null,
  all = false,
  limit = all ? IN_WORK_LIMIT : IN_WORK_FIRST,
): Promise<BoardJobs> {
  const open = await newestInWork(db, shopId, limit);
  const inWorkCount = await db.$count(job, and(eq(job.shopId, shopId), IN_WORK));
  const done = await db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(and(eq(job.shopId, shopId), RELEASED, before === null ? undefined : lt(job.number, before)))
    .orderBy(desc(job.number))
    .limit(RELEASED_PAGE + 1);
  const page = done.slice(0, RELEASED_PAGE);
  const listed = new Set([...open, ...page.map((j) => j.id)]);
  const lines = await jobLines(db, shopId, [...new Set([...listed, ...bookedJobs])]);
  const planned = await db
    .selectDistinct({ job: booking.jobId })
    .from(booking)
    .where(and(eq(booking.shopId, shopId), gte(booking.startsAt, from)));
  const here = lines.filter((l) => listed.has(l.id));
  return {
    inWork: here.filter((l) => !l.locked),
    inWorkCount,
    moreInWork: inWorkCount > open.length,
    released: here.filter((l) => l.locked),
    older: done.length > RELEASED_PAGE ? (page.at(-1)?.number ?? null) : null,
    booked: lines.filter((l) => !listed.has(l.id)),
    planned: planned.map((p) => p.job),
  };
}
