import { expect, it } from 'vitest';
import { deathWatch } from './deaths.mjs';

it('whoever dies at work is started anew, however often', () => {
  const watch = deathWatch(2, 1_000);
  for (let id = 0; id < 50; id += 1) {
    watch.answers(id);
    expect(watch.worthAStart(id, id)).toBe(true);
  }
});

it('so many that never answered in so long are a fault; slower ones are not', () => {
  const quick = deathWatch(2, 1_000);
  expect([0, 300, 600].map((at, id) => quick.worthAStart(id, at))).toEqual([true, true, false]);
  const slow = deathWatch(2, 1_000);
  expect([0, 600, 1_200, 1_800].map((at, id) => slow.worthAStart(id, at))).toEqual([true, true, true, true]);
});

it('a death at work counts for none that never answered', () => {
  const watch = deathWatch(1, 1_000);
  watch.answers(1);
  expect(watch.worthAStart(1, 0)).toBe(true);
  expect(watch.worthAStart(2, 1)).toBe(true);
  expect(watch.worthAStart(3, 2)).toBe(false);
});
