import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { shelfLines } from '@/server/shelf/shelfLines';

/** The vehicle lines of the shelf by name, to pick one. */
export const GET = (request: Request) => answerRow(request, (actor) => shelfLines(database(), actor.shopId));
