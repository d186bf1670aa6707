import { answerPerson } from '@/server/http';
import { hearShop, lineOpen, takeLine } from '@/server/stream/entries';

/** A word now and then, so that nothing in between takes the line for dead, ms. */
const BEAT_MS = 20_000;
/** A line is ended after so long and opened anew: whoever was signed out meanwhile does not get another. */
const LONGEST_MS = 10 * 60_000;

/** Tells a browser of every entry that its shop's jobs take in, as server-sent events. */
export const GET = (request: Request) =>
  answerPerson(request, (actor) => {
    const line = takeLine(actor.userId);
    if (!line)
      return Promise.resolve(
        Response.json({ code: 'busy' }, { status: 503, headers: { 'retry-after': '10' } }),
      );
    const words = new TextEncoder();
    let end: () => void = () => undefined;
    const body = new ReadableStream<Uint8Array>({
      start(controller) {
        const say = (text: string) => {
          try {
            controller.enqueue(words.encode(text));
          } catch {
            end();
          }
        };
        const stop = hearShop(actor.shopId, (news) => say(`data: ${JSON.stringify(news)}\n\n`));
        const beat = setInterval(() => say(': here\n\n'), BEAT_MS);
        const over = setTimeout(() => end(), LONGEST_MS);
        end = () => {
          end = () => undefined;
          forget();
          line.letGo();
          stop();
          clearInterval(beat);
          clearTimeout(over);
          try {
            controller.close();
          } catch {
            // It was closed from the other side.
          }
        };
        const forget = lineOpen(() => end());
        request.signal.addEventListener('abort', () => end());
        say('retry: 3000\n\n');
      },
      cancel: () => end(),
    });
    return Promise.resolve(
      new Response(body, {
        headers: {
          'content-type': 'text/event-stream',
          'cache-control': 'no-store, no-transform',
          'x-accel-buffering': 'no',
        },
      }),
    );
  });
