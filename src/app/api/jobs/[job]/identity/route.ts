import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { identityForm, saveIdentity } from '@/server/jobs/vehicles';

/** Corrects what a job’s vehicle is known by. The request’s id makes a resend answer as before. */
export const POST = (request: Request) =>
  answerForm(request, identityForm, async (actor, input) => {
    const outcome = await saveIdentity(database(), actor, input);
    if (outcome.kind === 'saved') return outcome;
    if (outcome.kind === 'refused') return outcome;
    const { vin, plate } = outcome.present;
    return { kind: 'stale', code: 'stale', present: { vin, plate } };
  });
