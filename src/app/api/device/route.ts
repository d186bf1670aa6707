import { database } from '@/server/db/connection';
import { actorsOn, deviceFor, devicePerson, grant } from '@/server/devices/devices';
import { answerPerson } from '@/server/http';

/** Makes this browser a device that the shop's people work on, and lets who is signed in work on it. */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    const [db, now] = [database(), new Date()];
    const { id, cookie } = await deviceFor(db, actor.shopId, request.headers.get('cookie'));
    await grant(db, actor.shopId, id, actor.userId, now);
    const people = await actorsOn(db, actor, id, now);
    return Response.json(
      { people: [...people.values()].map(devicePerson) },
      cookie ? { headers: { 'set-cookie': cookie } } : {},
    );
  });
