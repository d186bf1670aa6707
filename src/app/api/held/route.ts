import * as yup from 'yup';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { setAside } from '@/server/jobs/held';

const form = yup.object({
  digest: yup
    .string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, 'malformed')
    .required('missing'),
});

/** Puts a held entry aside: it is kept, and nobody is asked about it any more. */
export const POST = (request: Request) =>
  answerForm(request, form, async (actor, { digest }) =>
    (await setAside(database(), actor, digest)) ? {} : { code: 'nothing-held' },
  );
