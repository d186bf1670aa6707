import { NewJobForm } from '@/features/newJob/NewJobForm';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { settingsOf } from '@/server/people/settings';
import { shelfLines } from '@/server/shelf/shelfLines';

export const metadata = { title: 'New job' };

export default async function Page() {
  const actor = await pageActor();
  const [families, settings] = await Promise.all([
    shelfLines(database(), actor.shopId),
    settingsOf(database(), actor.shopId),
  ]);
  return <NewJobForm families={families} market={settings?.market ?? 'unknown'} />;
}
