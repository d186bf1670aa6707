import { serverNow } from '@/server/clock/serverClock';
import { redirect } from 'next/navigation';
import type { JobLine } from '@/core/job';
import { isDay, localDay, shiftDay, USUAL_HOURS, utcOf } from '@/core/board';
import { Board } from '@/features/board/Board';
import { boardJob } from '@/features/board/boardJob';
import { Found } from '@/features/board/Found';
import { loadBays, loadBookings } from '@/server/board/bookings';
import { askedOf } from '@/server/asked';
import { database } from '@/server/db/connection';
import { boardJobs } from '@/server/jobs/boardJobs';
import { findJobs } from '@/server/jobs/findJobs';
import { pageActor } from '@/server/page';
import { settingsOf } from '@/server/people/settings';
import { localeOf, plainWording, wordsIn } from '@/words';

export const metadata = { title: 'Bay board' };

const DAYS_LOADED = 4;
/** Days that the board can show: further off every clock and database reads them otherwise. */
const [FIRST_DAY, LAST_DAY] = ['1970-01-02', '2399-12-01'];

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await pageActor();
  const params = await searchParams;
  const said = (name: string) => askedOf(params, name, 60);
  const [asked, below, find] = [said('day'), said('before'), said('find').trim()];
  const db = database();
  const say = plainWording(wordsIn(localeOf(actor.locale)));
  const line = (job: JobLine) => boardJob(job, say);
  if (find !== '') {
    const { jobs, more, alone } = await findJobs(db, actor.shopId, find);
    if (alone && jobs[0]) redirect(`/jobs/${jobs[0].id}/arrive`);
    return <Found text={find} jobs={jobs.map(line)} more={more} />;
  }
  const before = /^\d{1,9}$/.test(below) ? Number(below) : null;
  const day =
    isDay(asked) && asked >= FIRST_DAY && asked <= LAST_DAY
      ? asked
      : localDay(serverNow().toISOString(), actor.zone);
  const from = new Date(utcOf(day, 0, actor.zone));
  const to = new Date(utcOf(shiftDay(day, DAYS_LOADED), 0, actor.zone));
  const [bookings, bays, settings] = await Promise.all([
    loadBookings(db, actor.shopId, from, to),
    loadBays(db, actor.shopId),
    settingsOf(db, actor.shopId),
  ]);
  const jobs = await boardJobs(
    db,
    actor.shopId,
    bookings.map((b) => b.job),
    from,
    before,
    said('all') !== '',
  );
  return (
    <Board
      {...jobs}
      inWork={jobs.inWork.map(line)}
      released={jobs.released.map(line)}
      booked={jobs.booked.map(line)}
      paged={before !== null}
      bays={bays}
      bookings={bookings}
      day={day}
      hours={settings ?? USUAL_HOURS}
    />
  );
}
