import { and, count, eq, inArray, sql } from 'drizzle-orm';
import { type Fitting, lampHistory, type LampHistory } from '@/core/fitment';
import type { Database, Transaction } from '../db/connection';
import { jobEvent, pastFitting } from '../db/schema';
import { kept } from '../kept';

/** What the shop knows of lamps by having fitted them: its released jobs, and fittings of before. */
export async function lampHistories(
  db: Database | Transaction,
  shopId: string,
  lamps: readonly string[],
  now: Date,
): Promise<ReadonlyMap<string, LampHistory>> {
  if (lamps.length === 0) return new Map();
  const past = await db
    .select()
    .from(pastFitting)
    .where(and(eq(pastFitting.shopId, shopId), inArray(pastFitting.lamp, [...lamps])));
  const fittings: Fitting[] = [
    ...past.map((p) => ({
      lamp: p.lamp,
      fittedAt: p.fittedAt.toISOString(),
      backAt: p.backAt?.toISOString() ?? null,
      symptom: p.symptom,
    })),
    ...(await ownFittings(db, shopId, lamps)),
  ];
  return lampHistory(fittings, now.toISOString());
}

/** Fittings of some lamps by the shop’s own jobs, as many as the entries that they hang on when they were read. */
const fittingsOf = kept<{ readonly entries: number; readonly fittings: readonly Fitting[] }>('fittings', 200);

/** Read anew only if an entry that they hang on has come since; entries never go. */
async function ownFittings(db: Database | Transaction, shopId: string, lamps: readonly string[]) {
  const [row] = await db
    .select({ entries: count() })
    .from(jobEvent)
    .where(
      and(
        eq(jobEvent.shopId, shopId),
        sql`${jobEvent.type} in ('release-locked', 'lamp-chosen', 'warranty-linked', 'void')`,
      ),
    );
  const entries = row?.entries ?? 0;
  const key = JSON.stringify([shopId, ...[...lamps].sort()]);
  const known = fittingsOf(db).get(key);
  if (known?.entries === entries) return known.fittings;
  const fittings = await readFittings(db, shopId, lamps);
  fittingsOf(db).set(key, { entries, fittings });
  return fittings;
}

/** The newest choice of each swap of a job that was locked; a later job of the vehicle may have linked it back. */
async function readFittings(
  db: Database | Transaction,
  shopId: string,
  lamps: readonly string[],
): Promise<readonly Fitting[]> {
  const own = await db.execute<{
    lamp: string;
    fitted_at: string;
    back_at: string | null;
    symptom: string | null;
  }>(sql`
    with undone as (
      -- An undo stands if it is its author's own or a lead's; entries of before roles were kept were judged then.
      select u.body ->> 'target' as id from job_event u
      join job_event t on t.shop_id = u.shop_id and t.id = u.body ->> 'target' and t.job_id = u.job_id
      where u.shop_id = ${shopId} and u.type = 'void'
        and (u.user_id = t.user_id or u.role = 'lead' or u.role is null)
    ), locked as (
      select job_id, min(at) as at from job_event
      where shop_id = ${shopId} and type = 'release-locked' group by job_id
    ), chosen as (
      select distinct on (e.job_id, e.body ->> 'swap') e.job_id, e.body -> 'lamps' as lamps
      from job_event e join locked l on l.job_id = e.job_id
      where e.shop_id = ${shopId} and e.type = 'lamp-chosen' and e.id not in (select id from undone)
      order by e.job_id, e.body ->> 'swap', e.at desc, e.id desc
    ), back as (
      select w.body ->> 'earlier' as job_id, lamp, min(w.at) as at, min(w.body ->> 'symptom') as symptom
      from job_event w
      join job j on j.shop_id = w.shop_id and j.id = w.job_id
      -- A return is about the same vehicle; a link to another's job stands in nothing.
      join job e on e.shop_id = w.shop_id and e.id = w.body ->> 'earlier' and e.vehicle_id = j.vehicle_id
      cross join jsonb_array_elements_text(w.body -> 'lamps') as lamp
      where w.shop_id = ${shopId} and w.type = 'warranty-linked' and w.id not in (select id from undone)
      group by 1, 2
    )
    select p.value ->> 'id' as lamp, l.at as fitted_at, b.at as back_at, b.symptom
    from chosen c join locked l on l.job_id = c.job_id
    cross join jsonb_each(c.lamps) as p
    left join back b on b.job_id = c.job_id and b.lamp = p.value ->> 'id'
    where p.value ->> 'id' in (${sql.join(
      lamps.map((l) => sql`${l}`),
      sql`, `,
    )})`);
  return own.rows.map((r) => ({
    lamp: r.lamp,
    fittedAt: r.fitted_at,
    backAt: r.back_at,
    symptom: r.symptom,
  }));
}
