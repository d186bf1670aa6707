import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { setStock, stockForm } from '@/server/shelf/stock';

/** Writes down what was counted of a part or a lamp. */
export const POST = (request: Request) =>
  answerForm(request, stockForm, async (actor, { part, count }) =>
    (await setStock(database(), actor, part, count)) ? { kind: 'saved' } : { code: 'not-allowed' },
  );
