import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { similarJobs } from '@/server/jobs/similarJobs';
import { keptJob } from '@/server/jobs/keptJobs';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** Jobs of the same vehicle line that this one can begin as. */
export const GET = async (request: Request, { params }: Context) => {
  const { job } = await params;
  return answerRow(request, async (actor) => {
    const loaded = await keptJob(database(), actor.shopId, job);
    return loaded && similarJobs(database(), actor.shopId, loaded);
  });
};
