import { and, eq } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { customerOf, customerWords, isAbandoned, type JobLine, lockAsked, STAGES } from '@/core/job';
import { reason } from '@/core/kernel/reason';
import { job, vehicle } from '../db/schema';
import { kept } from '../kept';
import { log } from '../log';
import { keptJobs } from './keptJobs';
import type { LoadedJob } from './loadJob';
import { type Stamp, stampPartsOf } from './stamps';

/** A line, with what the other lists want besides. */
export interface KnownJob extends JobLine {
  readonly wasLocked: boolean;
  /** Positions whose lamps are being changed. */
  readonly positions: readonly string[];
  readonly lastAt: string | null;
}

const lineOf = (j: LoadedJob): KnownJob => ({
  id: j.id,
  number: j.number,
  vehicle: `${j.family.maker} ${j.family.name}`,
  identity: j.vehicle.plate ?? j.vehicle.fleet ?? j.vehicle.serial ?? j.vehicle.vin ?? '',
  words: customerWords(j.reading.record),
  openedAt: j.openedAt.toISOString(),
  // A list says the first thing that is wanting, and no more.
  stages: j.reading.stages.map((s) => ({ ...s, missing: s.missing.slice(0, 1) })),
  open: j.reading.items
    .filter((i) => i.closed === null)
    .map(({ id, origin, what }) => ({ id, origin, what })),
  locked: j.reading.record.locks.length > 0 && j.reading.record.late.length === 0,
  asksLock: lockAsked(j.reading.record) !== null,
  customer: customerOf(j.reading.record)?.name ?? '',
  abandoned: isAbandoned(j.reading.record),
  wasLocked: j.reading.record.locks.length > 0,
  positions: j.reading.record.swaps.flatMap((s) => s.positions),
  lastAt: j.reading.record.lastAt,
});

/** Lines kept in memory, over all shops, each with what it was read from. */
const linesOf = kept<{ readonly stamp: string; readonly line: KnownJob }>('job-lines', 5000);

/** Who reads lines of a shop in this process now, and who waits to: the next ones find them read. */
interface Line {
  readonly last: Promise<unknown>;
  /** What was asked for and not begun: whoever asks the same has their answer by it, as it is read after they asked. */
  readonly waiting: Map<string, Promise<readonly KnownJob[]>>;
}
const lineAt = kept<Line>('job-lines-reading', 1000);

/** The lines of some jobs, newest first. A job is read whole only if its stamp is another than when it was read last. */
export async function jobLines(
  db: Database,
  shopId: string,
  ids: readonly string[],
): Promise<readonly KnownJob[]> {
  const { last, waiting } = lineAt(db).get(shopId) ?? {
    last: Promise.resolve(),
    waiting: new Map<string, Promise<readonly KnownJob[]>>(),
  };
  const asked = ids.join(' ');
  const joined = waiting.get(asked);
  if (joined) return joined;
  const mine = last
    .catch(() => undefined)
    .then(() => {
      waiting.delete(asked);
      return readLines(db, shopId, ids);
    });
  waiting.set(asked, mine);
  lineAt(db).set(shopId, { last: mine, waiting });
  return mine;
}

async function readLines(db: Database, shopId: string, ids: readonly string[]): Promise<readonly KnownJob[]> {
  const lines = linesOf(db);
  const stamps = await stampPartsOf(db, shopId, ids);
  const key = (id: string) => `${shopId}/${id}`;
  const still = (id: string, stamp: Stamp) => {
    const line = lines.get(key(id));
    return line?.stamp === stamp.text ? line.line : undefined;
  };
  const stale = new Map([...stamps].filter(([id, stamp]) => !still(id, stamp)));
  for (const line of await readable(db, shopId, stale))
    lines.set(key(line.id), { stamp: stamps.get(line.id)?.text ?? '', line });
  const all = [...stamps].flatMap(([id, stamp]) => still(id, stamp) ?? []);
  return all.sort((a, b) => b.number - a.number);
}

/** Lines of jobs, all in one go; if one cannot be read, each by itself, and that one says so. */
async function readable(
  db: Database,
  shopId: string,
  stamps: ReadonlyMap<string, Stamp>,
): Promise<readonly KnownJob[]> {
  try {
    return (await keptJobs(db, shopId, stamps)).map(lineOf);
  } catch (error) {
    if (stamps.size > 1) {
      const lines: KnownJob[] = [];
      for (const one of stamps) lines.push(...(await readable(db, shopId, new Map([one]))));
      return lines;
    }
    const [id = ''] = stamps.keys();
    log.error({ err: error, shop: shopId, job: id }, 'job cannot be read');
    const [row] = await db
      .select({ job, vehicle })
      .from(job)
      .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
      .where(and(eq(job.shopId, shopId), eq(job.id, id)));
    return row ? [unreadableLine(row)] : [];
  }
}

/** What lists say of a job whose entries cannot be read: that it is there. */
function unreadableLine(row: {
  job: typeof job.$inferSelect;
  vehicle: typeof vehicle.$inferSelect;
}): KnownJob {
  const { plate, fleet, serial, vin, family } = row.vehicle;
  return {
    id: row.job.id,
    number: row.job.number,
    vehicle: family,
    identity: plate ?? fleet ?? serial ?? vin ?? '',
    words: '',
    openedAt: row.job.openedAt.toISOString(),
    stages: STAGES.map((stage) => ({ stage, state: 'open', tags: 0, missing: [] })),
    open: [{ id: 'unreadable', origin: 'other', what: reason('item-unreadable') }],
    locked: row.job.releasedSeq !== null && row.job.releasedSeq === row.job.lastSeq,
    asksLock: false,
    customer: row.job.customer,
    abandoned: row.job.abandoned,
    wasLocked: row.job.releasedSeq !== null,
    positions: [],
    lastAt: null,
  };
}
