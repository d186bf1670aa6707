import { lintShelf } from '@/core/lint';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { answerPerson } from '@/server/http';
import { loadShelf } from '@/server/shelf/loadShelf';

/**
 * Looks through the shelf. Answers in lines of JSON: `{done, all}` as it goes on, `{findings}` at the end. It stops as
 * soon as nobody listens any more.
 */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    if (!may(actor.role, 'import-shelf')) return Response.json({ code: 'lead-only' }, { status: 403 });
    const shelf = await loadShelf(database(), actor.shopId);
    const all = shelf.applications.length;
    const steps = lintShelf(shelf);
    const encoder = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      async pull(controller) {
        if (request.signal.aborted) {
          steps.return([]);
          return controller.close();
        }
        // Other requests get their turn between two steps.
        await new Promise((r) => setImmediate(r));
        const step = steps.next();
        const line = step.done ? { findings: step.value } : { done: step.value, all };
        controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        if (step.done) controller.close();
      },
      cancel() {
        steps.return([]);
      },
    });
    return new Response(stream, {
      headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
    });
  });
