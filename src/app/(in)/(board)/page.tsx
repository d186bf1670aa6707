import { isDay, localDay, shiftDay, utcOf } from '@/core/board';
import { Board } from '@/features/board/Board';
import { calendarToken, loadBays, loadBookings } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { boardJobs } from '@/server/jobs/boardJobs';
import { pageActor } from '@/server/page';
import { removeBookingAct, saveBookingAct } from './actions';

export const metadata = { title: 'Bay board' };

const DAYS_LOADED = 4;

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ day?: string; before?: string }>;
}) {
  const actor = await pageActor();
  const { day: asked = '', before: below = '' } = await searchParams;
  const before = /^\d{1,9}$/.test(below) ? Number(below) : null;
  const day = isDay(asked) ? asked : localDay(new Date().toISOString(), actor.zone);
  const from = new Date(utcOf(day, 0, actor.zone));
  const to = new Date(utcOf(shiftDay(day, DAYS_LOADED), 0, actor.zone));
  const db = database();
  const bookings = await loadBookings(db, actor.shopId, from, to);
  const jobs = await boardJobs(
    db,
    actor.shopId,
    bookings.map((b) => b.job),
    from,
    before,
  );
  return (
    <Board
      {...jobs}
      paged={before !== null}
      bays={await loadBays(db, actor.shopId)}
      bookings={bookings}
      day={day}
      calendar={`/api/calendar/${await calendarToken(db, actor.shopId)}.ics`}
      acts={{ save: saveBookingAct, remove: removeBookingAct }}
    />
  );
}
