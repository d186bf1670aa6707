import { serverNow } from '@/server/clock/serverClock';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { openJob, openJobForm } from '@/server/jobs/openJob';

/** Opens a job from the counter’s form; faults come back by field. The request’s id makes a resend open it once. */
export const POST = (request: Request) =>
  answerForm(request, openJobForm, (actor, input) => openJob(database(), actor, input, serverNow()), {
    faulty: (faults) => ({
      kind: 'faults',
      faults: faults.map((f) => ({ path: f.path, message: f.path === 'toldYear' ? 'year' : f.message })),
    }),
  });
