import { and, desc, eq, inArray, or, sql } from 'drizzle-orm';
import type { Family, Lamp, Part, ShelfKind } from '@/core/catalogue';
import type { ConnectorHalf } from '@/core/harness';
import { FOUND_KINDS, type FoundAll, type FoundJob, type FoundKind, type FoundRow } from '@/core/job';
import type { StepSheet } from '@/core/work';
import type { Database } from '../db/connection';
import { catalogueHead, job, vehicle } from '../db/schema';
import { familyOf } from '../jobs/loadJob';
import { AS_WRITTEN, numberIn } from '../jobs/findJobs';
import { knownBy, ofCustomer } from '../jobs/vehicles';
import { OWN_CATALOGUE, shelfRowsById } from '../shelf/loadShelf';
import { wordsFound } from '../shelf/searchShelf';

/** *Settings*: what one look shows at the most, and vehicle lines whose jobs are looked for. */
const [JOBS, ROWS_OF_A_KIND, LINES] = [6, 4, 30];
/** Signs from which a text is looked for within plates, names and numbers: fewer are in nearly all of them. */
const LEAST = 3;
/**
 * Jobs and rows of the catalogue by a text, a few of each: jobs by number, plate, VIN, serial, fleet number, customer or
 * vehicle line, rows by words of the trade.
 */
export async function findAll(db: Database, shopId: string, text: string): Promise<FoundAll> {
  const typed = text.trim();
  if (typed === '') return { jobs: [], rows: [] };
  const [lines, ...rows] = await Promise.all([
    idsNamed(db, shopId, 'family', typed, LINES),
    ...FOUND_KINDS.map((kind) => rowsNamed(db, shopId, kind, typed)),
  ]);
  return { jobs: await jobsFound(db, shopId, typed, lines), rows: rows.flat() };
}

async function idsNamed(
  db: Database,
  shopId: string,
  kind: ShelfKind,
  text: string,
  most: number,
): Promise<readonly string[]> {
  const words = wordsFound(text);
  if (!words) return [];
  const heads = await db
    .select({ id: catalogueHead.id })
    .from(catalogueHead)
    .where(
      and(
        eq(catalogueHead.shopId, shopId),
        eq(catalogueHead.catalogueId, OWN_CATALOGUE),
        eq(catalogueHead.kind, kind),
        eq(catalogueHead.off, false),
        words,
      ),
    )
    .limit(most);
  return heads.map((h) => h.id);
}

async function rowsNamed(
  db: Database,
  shopId: string,
  kind: FoundKind,
  text: string,
): Promise<readonly FoundRow[]> {
  const ids = await idsNamed(db, shopId, kind, text, ROWS_OF_A_KIND);
  if (ids.length === 0) return [];
  const rows = await shelfRowsById(db, shopId, kind, ids);
  return rows
    .map((r) => ({ kind, id: r.body.id, ...named(kind, r.body) }))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
}

function named(kind: FoundKind, body: object): Pick<FoundRow, 'name' | 'detail'> {
  if (kind === 'part') {
    const part = body as Part;
    return { name: part.name, detail: part.partNumber };
  }
  if (kind === 'connector')
    return { name: (body as ConnectorHalf).family, detail: (body as ConnectorHalf).half };
  if (kind === 'step-sheet') return { name: (body as StepSheet).id, detail: '' };
  if (kind === 'lamp') {
    const { maker, name, partNumber, side } = body as Lamp;
    return { name: `${maker} ${name}`, detail: `${partNumber} · ${side}` };
  }
  const { maker, name, yearFrom } = body as Family;
  return { name: `${maker} ${name}`, detail: String(yearFrom) };
}

async function jobsFound(
  db: Database,
  shopId: string,
  typed: string,
  lines: readonly string[],
): Promise<readonly FoundJob[]> {
  const number = numberIn(typed);
  const alone = AS_WRITTEN.test(typed) && number !== null;
  const within = typed.length >= LEAST ? [knownBy(typed), ofCustomer(typed)] : [];
  const rows = await db
    .select({ job, vehicle })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(
      and(
        eq(job.shopId, shopId),
        or(
          number === null ? sql`false` : eq(job.number, number),
          ...(alone ? [] : within),
          lines.length === 0 || alone ? undefined : inArray(vehicle.family, [...lines]),
        ),
      ),
    )
    .orderBy(desc(job.number))
    .limit(JOBS);
  const families = await shelfRowsById(db, shopId, 'family', [...new Set(rows.map((r) => r.vehicle.family))]);
  return rows.map((r) => {
    const family = familyOf(r.vehicle, families)?.body;
    const { plate, fleet, serial, vin } = r.vehicle;
    return {
      id: r.job.id,
      number: r.job.number,
      vehicle: family ? `${family.maker} ${family.name}` : r.vehicle.family,
      identity: plate ?? fleet ?? serial ?? vin ?? '',
      customer: r.job.customer,
      abandoned: r.job.abandoned,
    };
  });
}
