import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { earlierJobs } from '@/server/jobs/earlierJobs';
import { keptJob } from '@/server/jobs/keptJobs';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** Other jobs of the same vehicle that fitted lamps. */
export const GET = async (request: Request, { params }: Context) => {
  const { job } = await params;
  return answerRow(request, async (actor) => {
    const loaded = await keptJob(database(), actor.shopId, job);
    return loaded && earlierJobs(database(), actor.shopId, loaded);
  });
};
