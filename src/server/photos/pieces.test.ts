import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/kernel/seededRandom';
import { NOW, type TwoShops, twoShops } from '../../../testing/shops';
import { loadPhoto } from './photos';
import { photoPiece } from '../db/schema';
import { piecesNow, piecesOf, takePiece } from './pieces';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());
const counter = () => shops.actor('north', 'counter');
const hash = (b: Buffer) => createHash('sha256').update(b).digest('hex');
const PIECE = 3000;

/** A picture that is some pieces long: noise does not get shorter. */
const noise = (seed: number) => {
  const random = seededRandom(seed);
  const pixels = Buffer.from(Array.from({ length: 60 * 60 * 3 }, () => Math.floor(random() * 256)));
  return sharp(pixels, { raw: { width: 60, height: 60, channels: 3 } })
    .png()
    .toBuffer();
};
const take = (id: string, whole: Buffer, at: number, length = PIECE) =>
  takePiece(shops.db, counter(), id, at, whole.length, whole.subarray(at, at + length), NOW);

describe('a picture in pieces', () => {
  it('goes on where the line broke, whatever came twice, and is whole at the last', async () => {
    const whole = await noise(3);
    const id = hash(whole);
    expect(whole.length).toBeGreaterThan(2 * PIECE);
    expect(await piecesOf(shops.db, 'north', id)).toEqual({ have: 0, whole: false });
    expect(await take(id, whole, 0)).toEqual({ have: PIECE, whole: false });
    expect(await take(id, whole, 0)).toEqual({ have: PIECE, whole: false });
    // The last before the middle: there is a gap.
    expect(await take(id, whole, PIECE * 2, whole.length)).toEqual({ have: PIECE, whole: false });
    expect(await piecesOf(shops.db, 'north', id)).toEqual({ have: PIECE, whole: false });
    expect(await take(id, whole, PIECE)).toEqual({ have: whole.length, whole: true });
    expect(await piecesOf(shops.db, 'north', id)).toEqual({ have: 0, whole: true });
    expect((await sharp((await loadPhoto(shops.db, 'north', id)) ?? Buffer.of()).metadata()).width).toBe(60);
    // Another shop has nothing of it.
    expect(await piecesOf(shops.db, 'south', id)).toEqual({ have: 0, whole: false });
  });

  it('that is all there and was never taken, for the process was killed, is taken when it is asked for', async () => {
    const whole = await noise(11);
    const id = hash(whole);
    // What a kill between the last piece and the decoding leaves behind.
    for (let at = 0; at < whole.length; at += PIECE)
      await shops.db
        .insert(photoPiece)
        .values({ shopId: 'north', id, at, bytes: whole.subarray(at, at + PIECE), madeAt: NOW });
    expect(await piecesOf(shops.db, 'north', id)).toEqual({ have: whole.length, whole: false });
    expect(await piecesNow(shops.db, counter(), id)).toEqual({ have: whole.length, whole: true });
    expect(await loadPhoto(shops.db, 'north', id)).not.toBeNull();
    // And by a piece that is sent once more, as a device does that was told of all of them.
    const second = await noise(12);
    const other = hash(second);
    await shops.db
      .insert(photoPiece)
      .values({ shopId: 'north', id: other, at: 0, bytes: second, madeAt: NOW });
    expect(await take(other, second, second.length - 10, 10)).toEqual({ have: second.length, whole: true });
  });

  it('that is on its way yet is not taken for whole', async () => {
    const whole = await noise(13);
    const id = hash(whole);
    await take(id, whole, 0);
    expect(await piecesNow(shops.db, counter(), id)).toEqual({ have: PIECE, whole: false });
  });

  it('that is not what its hash says, or no picture, is none and leaves nothing', async () => {
    const whole = await noise(5);
    const id = hash(Buffer.from('another'));
    expect(await take(id, whole, 0, whole.length)).toMatchObject({ code: 'hash-differs' });
    expect(await piecesOf(shops.db, 'north', id)).toEqual({ have: 0, whole: false });
    const text = Buffer.from('no picture at all');
    expect(await take(hash(text), text, 0)).toMatchObject({ code: 'no-picture' });
  });

  it('that would be over the limit, beside itself or nobody’s is refused', async () => {
    const id = 'a'.repeat(64);
    const piece = (at: number, of: number, bytes = Buffer.from('x'), who = counter()) =>
      takePiece(shops.db, who, id, at, of, bytes, NOW);
    expect(await piece(0, 100 * 1024 * 1024)).toMatchObject({ code: 'too-large' });
    for (const [at, of] of [
      [-1, 5],
      [5, 5],
      [0.5, 5],
      [0, -1],
    ] as const)
      expect(await piece(at, of)).toMatchObject({ code: 'hash-differs' });
    expect(await piece(0, 5, Buffer.of())).toMatchObject({ code: 'hash-differs' });
  });
});
