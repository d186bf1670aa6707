import { NewJobForm } from '@/features/newJob/NewJobForm';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { shelfRows } from '@/server/shelf/loadShelf';
import { findKnownVehicles } from './actions';

export const metadata = { title: 'New job' };

export default async function Page() {
  const actor = await pageActor();
  const families = await shelfRows(database(), actor.shopId, 'family');
  return (
    <NewJobForm
      families={families.map(({ body: f }) => ({
        id: f.id,
        name: `${f.maker} ${f.name}`,
        lightVehicle: f.lightVehicle,
      }))}
      findVehicles={findKnownVehicles}
    />
  );
}
