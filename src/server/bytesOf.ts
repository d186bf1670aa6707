import type { Readable } from 'node:stream';

/**
 * The body of an answer that is read from a stream of Node's. Node's own adapter hands on a piece that was on its way when
 * the reader left, which no reader takes any more, and the error ends the process: here it ends the body.
 * @param source read once, destroyed when nobody reads any more
 */
export function bytesOf(source: Readable): ReadableStream<Uint8Array> {
  const pieces = source[Symbol.asyncIterator]() as AsyncIterator<Uint8Array>;
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        const piece = await pieces.next();
        if (piece.done) controller.close();
        else controller.enqueue(piece.value);
      },
      cancel() {
        source.destroy();
      },
    },
    { highWaterMark: 0 },
  );
}
