import { type ShelfKind, SHELF_KINDS } from '@/core/shelf';
import { may } from '@/server/access';
import { BodyRefused, bodyPieces } from '@/server/body';
import { database } from '@/server/db/connection';
import { answerPerson } from '@/server/http';
import { log } from '@/server/log';
import { importCsv } from '@/server/shelf/importCsv';

/** Imports a CSV of one kind (`?kind=`), the body is the file. Lines of JSON: `{lines}` as it goes on, then the outcome. */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    if (!may(actor.role, 'import-shelf')) return Response.json({ code: 'lead-only' }, { status: 403 });
    const kind = new URL(request.url).searchParams.get('kind') as ShelfKind;
    if (!SHELF_KINDS.includes(kind)) return Response.json({ code: 'no-such-kind' }, { status: 400 });
    if (!request.body) return Response.json({ code: 'empty' }, { status: 400 });
    const encoder = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: object) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        try {
          const text = bodyPieces(request, 'file');
          say(await importCsv(database(), actor.shopId, actor.userId, kind, text, (lines) => say({ lines })));
        } catch (error) {
          // A file that came cut or too long changes nothing: it is read whole before a row is written.
          if (error instanceof BodyRefused) say({ kind: 'refused', code: error.code });
          else {
            log.error({ err: error, shop: actor.shopId }, 'csv import failed');
            say({ kind: 'refused', code: 'server-fault' });
          }
        }
        controller.close();
      },
    });
    return new Response(stream, {
      headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
    });
  });
