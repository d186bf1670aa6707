import { serverNow } from '@/server/clock/serverClock';
import * as yup from 'yup';
import { whyNotNow } from '@/server/access';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { letInHeld } from '@/server/jobs/confirmHeld';
import { setAside } from '@/server/jobs/held';

const form = yup.object({
  act: yup.string().strict().oneOf(['admit', 'aside'], 'not-one-of').default('aside'),
  digest: yup
    .string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, 'malformed')
    .required('missing'),
});

/** Lets a held entry in, as a lead; or puts it aside: it is kept, and nobody is asked about it any more. */
export const POST = (request: Request) =>
  answerForm(request, form, async (actor, { act, digest }) => {
    if (act === 'aside') return (await setAside(database(), actor, digest)) ? {} : { code: 'nothing-held' };
    const barred = whyNotNow(actor, 'admit-entry');
    if (barred !== null) return { code: barred };
    const count = await letInHeld(database(), actor, { device: 'desk', digests: [digest] }, serverNow());
    return count > 0 ? { letIn: count } : { code: 'not-let-in' };
  });
