import * as yup from 'yup';
import { saveLocale } from '@/server/auth/saveLocale';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { LOCALES } from '@/words';

const form = yup.object({ locale: yup.string().strict().oneOf(LOCALES, 'not-one-of').required('missing') });

/** The language in which a person reads this shop's screens. */
export const POST = (request: Request) =>
  answerForm(request, form, async (actor, { locale }) => {
    await saveLocale(database(), actor, locale);
    return { kind: 'saved' };
  });
