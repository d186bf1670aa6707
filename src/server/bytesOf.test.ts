import { randomBytes } from 'node:crypto';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { bytesOf } from './bytesOf';

const uncaught: unknown[] = [];
const note = (error: unknown) => void uncaught.push(error);
beforeAll(() => {
  process.on('uncaughtException', note);
  process.on('unhandledRejection', note);
});
afterAll(() => {
  process.off('uncaughtException', note);
  process.off('unhandledRejection', note);
});

const turn = () => new Promise((resolve) => setImmediate(resolve));
/** A source that has more pieces ready than anybody has taken. */
const source = () =>
  new Readable({
    highWaterMark: 64_000,
    read() {
      for (let k = 0; k < 8; k += 1) this.push(Buffer.alloc(20_000));
      setImmediate(() => this.push(Buffer.alloc(20_000)));
    },
  });

it('hands on every byte, in order, and ends', async () => {
  const all = randomBytes(300_000);
  const body = bytesOf(Readable.from([all.subarray(0, 7), all.subarray(7, 200_000), all.subarray(200_000)]));
  expect(Buffer.from(await new Response(body).arrayBuffer()).equals(all)).toBe(true);
});

it('an error of the source is the reader’s', async () => {
  const broken = new Readable({ read: () => undefined });
  const reading = new Response(bytesOf(broken)).text();
  broken.destroy(new Error('broken'));
  await expect(reading).rejects.toThrow('broken');
});

it('who leaves in the middle of a piece ends the source and nothing else', async () => {
  for (let i = 0; i < 200; i += 1) {
    const read = source();
    const reader = bytesOf(read).getReader();
    for (let k = 0; k < i % 9; k += 1) await reader.read();
    if (i % 3 === 0) await turn();
    const last = i % 2 ? reader.read() : undefined;
    await reader.cancel();
    await last;
    expect(read.destroyed).toBe(true);
  }
  await turn();
  expect(uncaught).toEqual([]);
});
