import { serverNow } from '@/server/clock/serverClock';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { lockRelease, lockReleaseForm } from '@/server/jobs/lockRelease';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** Locks a job that is ready. The request’s id makes a resend answer as before. */
export const POST = async (request: Request, { params }: Context) => {
  const { job } = await params;
  return answerForm(request, lockReleaseForm, (actor, input) =>
    lockRelease(database(), actor, { ...input, job }, serverNow()),
  );
};
