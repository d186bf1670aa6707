import { hearClock, serverNow } from '@/server/clock/serverClock';
import { database } from '@/server/db/connection';
import { deviceOf } from '@/server/devices/devices';
import { answerActor } from '@/server/http';
import { takeIn } from '@/server/jobs/takeIn';
import { metrics } from '@/server/metrics/metrics';

/** What the device's own clock said; anything else: nothing. */
const clockIn = (body: string): number | null => {
  const said = /"clock":(\d{12,14})[,}]/.exec(body.slice(-400))?.[1];
  return said === undefined ? null : Number(said);
};

/** Events of one or several jobs, as a device sends them: `{ events: [...] }`. */
export const POST = (request: Request) =>
  answerActor(request, 'small', async (actor, body) => {
    hearClock(actor.userId, clockIn(body));
    const now = serverNow();
    const deviceId = await deviceOf(database(), actor.shopId, request.headers.get('cookie'));
    const { status, answer } = await takeIn(database(), actor, body, now, deviceId);
    if ('outcomes' in answer) for (const { outcome } of answer.outcomes) metrics().entries.inc({ outcome });
    return Response.json(answer, { status });
  });
