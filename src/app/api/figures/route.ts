import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { figuresForm, saveFigures } from '@/server/people/figures';

/** Saves the figures of the shop's computations. Leads only. */
export const POST = (request: Request) =>
  answerForm(request, figuresForm, (actor, input) => saveFigures(database(), actor, input), {
    needs: 'manage-shop',
  });
