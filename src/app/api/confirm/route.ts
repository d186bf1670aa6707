import { isSecure, secretOf } from '@/server/auth/auth';
import { leadProofCookie, proofEndsMs, proofMark } from '@/server/auth/leadProof';
import { serverNow } from '@/server/clock/serverClock';
import { database } from '@/server/db/connection';
import { isSharedBy } from '@/server/devices/devices';
import { answerForm, answerPerson } from '@/server/http';
import { confirmForm, confirmHeld } from '@/server/jobs/confirmHeld';

/** Whether what only a lead may do is open now: who goes to something by an address asks here first. */
export const GET = (request: Request) =>
  answerPerson(request, () => Promise.resolve(Response.json({ proven: true })), { needs: 'manage-shop' });

/**
 * A password is given again: one's own, so that what only a lead may do is open for a while, or a lead's, for held entries
 * that they let in.
 */
export const POST = async (request: Request) => {
  const brought: string[] = [];
  const answer = await answerForm(request, confirmForm, async (actor, input) => {
    const now = new Date();
    const outcome = await confirmHeld(database(), actor, input, serverNow());
    if ('code' in outcome) return outcome;
    const { sessionToken } = actor;
    if (!outcome.own || actor.role !== 'lead' || sessionToken === undefined) return outcome;
    const shared = await isSharedBy(database(), request.headers.get('cookie'), actor.userId, now);
    const proof = { sinceMs: now.getTime(), usedMs: now.getTime(), shared };
    brought.push(leadProofCookie(sessionToken, proof, secretOf(), isSecure()));
    return {
      ...outcome,
      lead: { mark: proofMark(sessionToken, proof, secretOf()), endsMs: proofEndsMs(proof) },
    };
  });
  for (const cookie of brought) answer.headers.append('set-cookie', cookie);
  return answer;
};
