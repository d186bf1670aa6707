import { type ShelfKind, SHELF_KINDS } from '@/core/shelf';
import { may } from '@/server/access';
import { currentActor } from '@/server/auth/session';
import { database } from '@/server/db/connection';
import { log } from '@/server/log';
import { importCsv } from '@/server/shelf/importCsv';

/** Imports a CSV of one kind (`?kind=`), the body is the file. Lines of JSON: `{lines}` as it goes on, then the outcome. */
export async function POST(request: Request): Promise<Response> {
  const actor = await currentActor();
  if (!actor) return Response.json({ code: 'not-signed-in' }, { status: 401 });
  if (!may(actor.role, 'import-shelf')) return Response.json({ code: 'lead-only' }, { status: 403 });
  const kind = new URL(request.url).searchParams.get('kind') as ShelfKind;
  if (!SHELF_KINDS.includes(kind)) return Response.json({ code: 'no-such-kind' }, { status: 400 });
  const { body } = request;
  if (!body) return Response.json({ code: 'empty' }, { status: 400 });
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const say = (line: object) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      try {
        const text = body as unknown as AsyncIterable<Uint8Array>;
        say(await importCsv(database(), actor.shopId, actor.userId, kind, text, (lines) => say({ lines })));
      } catch (error) {
        log.error({ err: error, shop: actor.shopId }, 'csv import failed');
        say({ kind: 'refused', code: 'server-fault' });
      }
      controller.close();
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
