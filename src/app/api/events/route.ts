import { database } from '@/server/db/connection';
import { deviceOf } from '@/server/devices/devices';
import { answerActor } from '@/server/http';
import { takeIn } from '@/server/jobs/takeIn';
import { metrics } from '@/server/metrics/metrics';

/** Events of one or several jobs, as a device sends them: `{ events: [...] }`. */
export const POST = (request: Request) =>
  answerActor(request, 'small', async (actor, body) => {
    const now = new Date();
    const deviceId = await deviceOf(database(), actor.shopId, request.headers.get('cookie'));
    const { status, answer } = await takeIn(database(), actor, body, now, deviceId);
    if ('outcomes' in answer) for (const { outcome } of answer.outcomes) metrics().entries.inc({ outcome });
    return Response.json(answer, { status });
  });
