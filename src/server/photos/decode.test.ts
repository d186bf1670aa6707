import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { decodePhoto, isRaster } from './decode';

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#345' } });

/** Four levels of sixteen uses each: some 65 000 drawings from two kilobytes. */
const NESTED = `<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="9000"><defs><g id="a"><rect width="9" height="9"/></g>${[
  'b',
  'c',
  'd',
  'e',
]
  .map((id, i) => `<g id="${id}">${`<use href="#${'abcd'[i]}"/>`.repeat(16)}</g>`)
  .join('')}</defs><use href="#e"/></svg>`;

describe('a picture that is sent', () => {
  it.each(['jpeg', 'png', 'webp', 'avif'] as const)(
    'as %s is taken, and comes out as a smaller JPEG',
    async (type) => {
      const made = await decodePhoto(await picture(2400, 1200).toFormat(type).toBuffer(), 'mara');
      expect(made).toMatchObject({ widthPx: 1920, heightPx: 960 });
      if (typeof made === 'string') throw new Error(made);
      expect((await sharp(made.jpeg).metadata()).format).toBe('jpeg');
    },
  );

  it('as a drawing is none, however it is called: nothing of it is drawn', async () => {
    const from = Date.now();
    for (const text of [NESTED, `<?xml version="1.0"?>${NESTED}`, ` \n${NESTED}`])
      expect(await decodePhoto(Buffer.from(text), 'mara')).toBe('no-picture');
    // Turned away by its first bytes, long before a process could have been started.
    expect(Date.now() - from).toBeLessThan(100);
  });

  it('that only begins like one, is cut or has too many pixels is none', async () => {
    const whole = await picture(600, 600).jpeg().toBuffer();
    expect(await decodePhoto(whole.subarray(0, 200), 'mara')).toBe('no-picture');
    expect(
      await decodePhoto(Buffer.concat([Buffer.from('ffd8ff', 'hex'), Buffer.from(NESTED)]), 'mara'),
    ).toBe('no-picture');
    // 64 million pixels of one colour are a few hundred kilobytes of PNG.
    const huge = await sharp({ create: { width: 8000, height: 8000, channels: 3, background: '#000' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(await decodePhoto(huge, 'mara')).toBe('no-picture');
  });

  it('in a crowd waits its turn, person by person, and is sent away where too many wait', async () => {
    const small = await picture(40, 40).png().toBuffer();
    const done: string[] = [];
    const send = async (who: string) => {
      const made = await decodePhoto(small, who);
      done.push(who);
      return made;
    };
    const crowd = Array.from({ length: 24 }, () => send('crowd'));
    const other = send('another');
    const all = await Promise.all(crowd);
    // Two are worked on and eight wait; the others are asked to come again.
    expect(all.filter((x) => x === 'busy')).toHaveLength(14);
    expect(all.filter((x) => typeof x !== 'string')).toHaveLength(10);
    expect(typeof (await other)).not.toBe('string');
    expect(done.lastIndexOf('another')).toBeLessThan(done.length - 4);
  });

  it('is told by its bytes alone', () => {
    expect(isRaster(Buffer.from('ffd8ffe0', 'hex'))).toBe(true);
    for (const text of ['', 'GIF89a', '%PDF-1.7', '<svg', 'RIFF1234WAVE'])
      expect(isRaster(Buffer.from(text))).toBe(false);
  });
});
