import { databaseGone } from './faults';
import { HeavyStopped } from './heavy/stopped';
import { log } from './log';

/**
 * Answers with lines of JSON while work goes on, the last of them what came out. What breaks on the way is a last line
 * `{kind: 'refused', code}`: the answer has begun by then, and its status is out.
 * @param work told how to say a line, and a signal that says that nobody listens any more
 */
export function linesAnswer(
  request: Request,
  shop: string,
  work: (say: (line: object) => void, signal: AbortSignal) => Promise<object>,
): Response {
  const encoder = new TextEncoder();
  const gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort());
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const say = (line: object) => {
        if (!gone.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      };
      try {
        say(await work(say, gone.signal));
      } catch (error) {
        if (error instanceof HeavyStopped) say({ kind: 'refused', code: error.code });
        else {
          log.error({ err: error, shop, path: new URL(request.url).pathname }, 'request failed');
          say({ kind: 'refused', code: databaseGone(error) ?? 'server-fault' });
        }
      }
      if (!gone.signal.aborted) controller.close();
    },
    cancel: () => gone.abort(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
