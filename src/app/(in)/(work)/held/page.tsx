import { HeldList } from '@/features/held/HeldList';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { heldEntries } from '@/server/jobs/held';
import { jobNumbers } from '@/server/jobs/jobLists';
import { pageActor } from '@/server/page';

export const metadata = { title: 'Held entries' };

export default async function Page() {
  const actor = await pageActor();
  const held = await heldEntries(database(), actor);
  const numbers = await jobNumbers(
    database(),
    actor.shopId,
    held.flatMap((h) => h.job ?? []),
  );
  return <HeldList held={held} numbers={numbers} mayAdmit={may(actor.role, 'admit-entry')} />;
}
