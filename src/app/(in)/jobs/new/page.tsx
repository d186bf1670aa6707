import { NewJobForm } from '@/features/newJob/NewJobForm';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { shelfLines } from '@/server/shelf/shelfLines';
import { findKnownVehicles } from './actions';

export const metadata = { title: 'New job' };

export default async function Page() {
  const actor = await pageActor();
  const families = await shelfLines(database(), actor.shopId);
  return <NewJobForm families={families} findVehicles={findKnownVehicles} />;
}
