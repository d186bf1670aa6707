import type { ReactNode } from 'react';
import { OutboxBar } from '@/features/outbox/OutboxBar';
import { OutboxProvider } from '@/features/outbox/OutboxProvider';
import { database } from '@/server/db/connection';
import { heldCount } from '@/server/jobs/held';
import { pageActor } from '@/server/page';
import { TopBar } from '@/ui/TopBar';

export default async function Layout({ children }: { children: ReactNode }) {
  const actor = await pageActor();
  return (
    <OutboxProvider
      user={actor.userId}
      name={actor.name}
      shop={actor.shopId}
      lead={actor.proof ? { mark: actor.proof.mark, endsMs: actor.proof.endsMs } : null}
      serverNow={new Date().toISOString()}
    >
      <TopBar shop={actor.shopName} person={actor.name} role={actor.role} />
      {children}
      <OutboxBar held={await heldCount(database(), actor)} />
    </OutboxProvider>
  );
}
