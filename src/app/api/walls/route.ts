import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { saveWall, wallForm } from '@/server/people/walls';

/** Keeps a wall of the shop, measured once. Whoever works at vehicles. */
export const POST = (request: Request) =>
  answerForm(request, wallForm, (actor, input) => saveWall(database(), actor, input), {
    needs: 'work-at-vehicle',
  });
