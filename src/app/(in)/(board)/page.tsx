import { localDay, shiftDay, utcOf } from '@/core/board';
import { Board } from '@/features/board/Board';
import { calendarToken, loadBays, loadBookings } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { boardJobs } from '@/server/jobs/boardJobs';
import { pageActor } from '@/server/page';
import { removeBookingAct, saveBookingAct } from './actions';

export const metadata = { title: 'Bay board' };

const DAYS_LOADED = 4;

export default async function Page({ searchParams }: { searchParams: Promise<{ day?: string }> }) {
  const actor = await pageActor();
  const asked = (await searchParams).day ?? '';
  const day = /^\d{4}-\d\d-\d\d$/.test(asked) ? asked : localDay(new Date().toISOString(), actor.zone);
  const from = new Date(utcOf(day, 0, actor.zone));
  const to = new Date(utcOf(shiftDay(day, DAYS_LOADED), 0, actor.zone));
  const db = database();
  return (
    <Board
      jobs={await boardJobs(db, actor.shopId)}
      bays={await loadBays(db, actor.shopId)}
      bookings={await loadBookings(db, actor.shopId, from, to)}
      day={day}
      calendar={`/api/calendar/${await calendarToken(db, actor.shopId)}.ics`}
      acts={{ save: saveBookingAct, remove: removeBookingAct }}
    />
  );
}
