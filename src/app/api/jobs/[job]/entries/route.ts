import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { newsOf } from '@/server/jobs/packs';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** What came into a job after a place in the order of arrival. */
export const GET = async (request: Request, { params }: Context) => {
  const { job } = await params;
  const after = Number(new URL(request.url).searchParams.get('after') ?? 0);
  const from = Number.isSafeInteger(after) && after >= 0 && after < 2 ** 31 ? after : 0;
  return answerRow(request, (actor) => newsOf(database(), actor.shopId, job, from));
};
