import { notFound } from 'next/navigation';
import { Changes } from '@/features/shop/Changes';
import { People } from '@/features/shop/People';
import { Settings } from '@/features/shop/Settings';
import { ShopFrame } from '@/features/shop/ShopFrame';
import { auditOf } from '@/server/audit';
import { database } from '@/server/db/connection';
import { pageLead } from '@/server/page';
import { peopleOf } from '@/server/people/people';
import { settingsOf } from '@/server/people/settings';

export const metadata = { title: 'Shop' };

interface Context {
  readonly params: Promise<{ readonly part: string }>;
}

/** The shop itself: its people, its settings, who changed what. For leads. */
export default async function Page({ params }: Context) {
  const actor = await pageLead();
  const { part } = await params;
  const db = database();
  if (part === 'people')
    return (
      <ShopFrame part={part}>
        <People people={await peopleOf(db, actor.shopId)} self={actor.userId} />
      </ShopFrame>
    );
  if (part === 'settings') {
    const kept = await settingsOf(db, actor.shopId);
    if (!kept) notFound();
    return (
      <ShopFrame part={part}>
        <Settings kept={kept} zones={Intl.supportedValuesOf('timeZone')} />
      </ShopFrame>
    );
  }
  if (part !== 'changes') notFound();
  const [lines, people] = await Promise.all([auditOf(db, actor.shopId), peopleOf(db, actor.shopId)]);
  return (
    <ShopFrame part={part}>
      <Changes
        zone={actor.zone}
        names={Object.fromEntries(people.map((p) => [p.id, p.name]))}
        lines={lines.map(({ seq, at, by, did, subject, before, after }) => ({
          seq,
          at: at.toISOString(),
          by,
          did,
          subject,
          before,
          after,
        }))}
      />
    </ShopFrame>
  );
}
