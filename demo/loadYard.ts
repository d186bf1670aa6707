import { readFileSync } from 'node:fs';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import { localDay, shiftDay, utcOf } from '@/core/board';
import type { Database } from '@/server/db/connection';
import { bay, booking, partStock, pastFitting } from '@/server/db/schema';

const yardForm = yup.object({
  form: yup.string().oneOf(['yonder-bolt/yard']).required(),
  bays: yup.array(yup.object({ id: yup.string().required(), name: yup.string().required() })).required(),
  bookings: yup
    .array(
      yup.object({
        job: yup.number().required(),
        bay: yup.string().required(),
        /** Days after loading, and the shop's own clock. */
        day: yup.number().required(),
        time: yup.string().required(),
        minutes: yup.number().required(),
        waitsFor: yup.string().defined(),
        waitsDay: yup.number().optional(),
      }),
    )
    .required(),
  stock: yup.array(yup.object({ part: yup.string().required(), count: yup.number().required() })).required(),
  /** Lamps fitted before the jobs of this shop were kept here; days before loading. */
  fittings: yup
    .array(
      yup.object({
        lamp: yup.string().required(),
        fitted: yup.number().required(),
        back: yup.number().optional(),
        symptom: yup.string().optional(),
      }),
    )
    .required(),
});

const DAY_MS = 86_400_000;

/** Bays, bookings, counted parts and the record of earlier fittings of the demo shop. */
export async function loadYard(
  db: Database,
  shopId: string,
  zone: string,
  jobs: ReadonlyMap<number, string>,
  now: Date,
): Promise<void> {
  const yard = yardForm.validateSync(JSON.parse(readFileSync(new URL('yard.json', import.meta.url), 'utf8')));
  const today = localDay(now.toISOString(), zone);
  const clock = (day: number, time: string) => {
    const [h = 0, m = 0] = time.split(':').map(Number);
    return new Date(utcOf(shiftDay(today, day), h * 60 + m, zone));
  };
  const ago = (days: number) => new Date(now.getTime() - days * DAY_MS);
  await db.insert(bay).values(yard.bays.map((b, ordinal) => ({ ...b, shopId, ordinal })));
  await db.insert(booking).values(
    yard.bookings.map((b) => ({
      shopId,
      id: uuidv7(),
      jobId: jobs.get(b.job) ?? '',
      bayId: b.bay,
      startsAt: clock(b.day, b.time),
      minutes: b.minutes,
      waitsFor: b.waitsFor,
      waitsUntil: b.waitsDay === undefined ? null : clock(b.waitsDay, '12:00'),
    })),
  );
  await db.insert(partStock).values(yard.stock.map((p) => ({ ...p, shopId })));
  await db.insert(pastFitting).values(
    yard.fittings.map((f) => ({
      shopId,
      id: uuidv7(),
      lamp: f.lamp,
      fittedAt: ago(f.fitted),
      backAt: f.back === undefined ? null : ago(f.back),
      symptom: f.symptom ?? null,
    })),
  );
}
