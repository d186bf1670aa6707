import { database } from '@/server/db/connection';
import { findAll } from '@/server/find/findAll';
import { answerRow } from '@/server/http';

/** *Setting*: signs of what is looked for at the most. */
const MOST = 60;

/** Jobs and rows of the catalogue by part of what they are known by (`?q=`). */
export const GET = (request: Request) =>
  answerRow(request, (actor) =>
    findAll(
      database(),
      actor.shopId,
      (new URL(request.url).searchParams.get('q') ?? '').replaceAll('\0', '').slice(0, MOST),
    ),
  );
