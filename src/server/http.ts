import type { Actor } from './access';
import { currentActor } from './auth/session';
import { log } from './log';

/** Largest body that a JSON route reads, in bytes. */
const MAX_BODY = { small: 512 * 1024, file: 64 * 1024 * 1024 } as const;

/**
 * Answers a request of a signed-in person: 401 without a session, 413 for a body over the limit, 500 with a plain
 * code and a log line when something breaks that should not.
 */
export async function answerActor(
  request: Request,
  size: keyof typeof MAX_BODY,
  work: (actor: Actor, body: string) => Promise<Response>,
): Promise<Response> {
  const actor = await currentActor();
  if (!actor) return Response.json({ code: 'not-signed-in' }, { status: 401 });
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY[size])
    return Response.json({ code: 'too-large' }, { status: 413 });
  const body = await request.text();
  if (body.length > MAX_BODY[size]) return Response.json({ code: 'too-large' }, { status: 413 });
  try {
    return await work(actor, body);
  } catch (error) {
    log.error({ err: error, path: new URL(request.url).pathname, shop: actor.shopId }, 'request failed');
    return Response.json({ code: 'server-fault' }, { status: 500 });
  }
}
