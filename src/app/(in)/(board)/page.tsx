import { Board } from '@/features/board/Board';
import { database } from '@/server/db/connection';
import { boardJobs } from '@/server/jobs/boardJobs';
import { pageActor } from '@/server/page';

export const metadata = { title: 'Jobs' };

export default async function Page() {
  const actor = await pageActor();
  return <Board jobs={await boardJobs(database(), actor.shopId)} />;
}
