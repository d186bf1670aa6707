import { clockDoubt, serverNow } from '@/server/clock/serverClock';
import type { ReactNode } from 'react';
import { ClockNotice } from '@/features/outbox/ClockNotice';
import { Find } from '@/features/find/Find';
import { OutboxBar } from '@/features/outbox/OutboxBar';
import { OutboxProvider } from '@/features/outbox/OutboxProvider';
import { database } from '@/server/db/connection';
import { heldCount } from '@/server/jobs/held';
import { pageActor } from '@/server/page';
import { TopBar } from '@/ui/TopBar';

export default async function Layout({ children }: { children: ReactNode }) {
  const actor = await pageActor();
  const doubt = actor.role === 'lead' ? clockDoubt() : null;
  return (
    <OutboxProvider
      user={actor.userId}
      name={actor.name}
      shop={actor.shopId}
      lead={actor.proof ? { mark: actor.proof.mark, endsMs: actor.proof.endsMs } : null}
      serverNow={serverNow().toISOString()}
    >
      <TopBar
        shop={actor.shopName}
        person={actor.name}
        role={actor.role}
        find={<Find lead={actor.role === 'lead'} />}
      />
      {doubt !== null && <ClockNotice byMs={doubt} />}
      {children}
      <OutboxBar held={await heldCount(database(), actor)} />
    </OutboxProvider>
  );
}
