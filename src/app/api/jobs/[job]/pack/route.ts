import { database } from '@/server/db/connection';
import { answerRow } from '@/server/http';
import { devicePack } from '@/server/jobs/packs';

interface Context {
  readonly params: Promise<{ job: string }>;
}

/** A job with its slice of the shelf, for a device to read by itself. */
export const GET = async (request: Request, { params }: Context) => {
  const { job } = await params;
  return answerRow(request, (actor) => devicePack(database(), actor.shopId, job));
};
