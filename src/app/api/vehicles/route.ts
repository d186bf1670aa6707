import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { knownVehicles } from '@/server/jobs/knownVehicles';

/** Vehicles that were here before, by part of what they are known by (`?q=`). */
export const GET = (request: Request) =>
  answerRow(request, (actor) =>
    knownVehicles(database(), actor.shopId, new URL(request.url).searchParams.get('q') ?? ''),
  );
