import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { USERNAME, usernameOf } from '@/server/auth/passwords';
import { bundlePool } from '@/server/bundle/bundleLine';
import { openFromBundle } from '@/server/bundle/openFromBundle';
import { database } from '@/server/db/connection';
import { opens } from '@/server/firstDay/setupLink';
import { faultAnswer } from '@/server/faults';
import { foreignOrigin } from '@/server/origin';

/** Where the key of the link is sent: not in the address, which others write down. */
const KEY_HEADER = 'x-first-day-key';

/** Opens an empty installation with the shop of a bundle (the body); `?lead=` is the user name of its lead. */
export async function POST(request: Request): Promise<Response> {
  const foreign = foreignOrigin(request);
  if (foreign) return foreign;
  const key = request.headers.get(KEY_HEADER) ?? '';
  const lead = new URL(request.url).searchParams.get('lead') ?? '';
  if (key === '' || key.length > 100) return Response.json({ code: 'key-not-good' }, { status: 422 });
  if (!USERNAME.test(usernameOf(lead)) || !request.body)
    return Response.json({ code: 'no-such-person-in-bundle' }, { status: 422 });
  try {
    // A key that is used up or none is told at once: nobody sends a whole shop for that.
    if (!(await opens(database(), key, new Date())))
      return Response.json({ code: 'key-not-good' }, { status: 422, headers: { connection: 'close' } });
    const source = Readable.fromWeb(request.body as unknown as ReadableStream<Uint8Array>);
    const outcome = await openFromBundle(bundlePool(), { key, lead }, source, new Date());
    return Response.json(outcome, { status: 'code' in outcome ? 422 : 200 });
  } catch (error) {
    return faultAnswer(error, request);
  }
}
