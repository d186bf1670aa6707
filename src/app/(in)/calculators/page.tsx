import { Calculators } from '@/features/calculators/Calculators';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { openJobs } from '@/server/jobs/openJobs';
import { pageActor } from '@/server/page';

export const metadata = { title: 'Calculators' };

export default async function Page() {
  const actor = await pageActor();
  const mayNote = may(actor.role, 'work-at-vehicle');
  return <Calculators mayNote={mayNote} jobs={mayNote ? await openJobs(database(), actor.shopId) : []} />;
}
