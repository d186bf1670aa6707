import { serverNow } from '@/server/clock/serverClock';
import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { takenAlong } from '@/server/jobs/takenAlong';

/** What a device at the vehicle takes along: who is at it, and which jobs. */
export const GET = (request: Request) =>
  answerRow(request, (actor) => takenAlong(database(), actor, request.headers.get('cookie'), serverNow()));
