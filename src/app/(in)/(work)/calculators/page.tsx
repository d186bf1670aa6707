import { Calculators } from '@/features/calculators/Calculators';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { openJobs } from '@/server/jobs/openJobs';
import { pageActor } from '@/server/page';
import { shopFigures } from '@/server/people/figures';

export const metadata = { title: 'Calculators' };

export default async function Page() {
  const actor = await pageActor();
  const mayNote = may(actor.role, 'work-at-vehicle');
  const db = database();
  return (
    <Calculators
      mayNote={mayNote}
      jobs={mayNote ? await openJobs(db, actor.shopId) : []}
      figures={await shopFigures(db, actor.shopId)}
    />
  );
}
