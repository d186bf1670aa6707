import { AIMS } from '@/core/fitment';
import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { fitData } from '@/server/jobs/fitData';
import { keptJob } from '@/server/jobs/keptJobs';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** The shortlists of a job over the whole shelf, with what to look at next. */
export const GET = async (request: Request, { params }: Context) => {
  const { job } = await params;
  const asked = new URL(request.url).searchParams.get('aim');
  const aim = AIMS.find((a) => a === asked) ?? 'find-one';
  return answerRow(request, async (actor) => {
    const loaded = await keptJob(database(), actor.shopId, job);
    return loaded && fitData(database(), actor.shopId, loaded, aim, new Date());
  });
};
