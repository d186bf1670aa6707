import { beforeEach, describe, expect, it } from 'vitest';
import { clockOff } from './clockOff';
import { clockDoubt, forgetClocks, hearClock, serverNow } from './serverClock';

const HOUR = 3_600_000;
const NOW = Date.parse('2026-06-01T12:00:00.000Z');
const DAYS = 3 * 24 * HOUR;

describe('what devices say of the server’s clock', () => {
  it('counts once several people’s agree, and is their median', () => {
    expect(clockOff([])).toBeNull();
    expect(clockOff([{ who: 'a', offMs: -DAYS }])).toBeNull();
    // One person with many devices is one witness.
    expect(clockOff(Array.from({ length: 9 }, () => ({ who: 'a', offMs: -DAYS })))).toBeNull();
    expect(
      clockOff([
        { who: 'a', offMs: -DAYS },
        { who: 'b', offMs: -DAYS + 60_000 },
        { who: 'c', offMs: -DAYS + 90_000 },
      ]),
    ).toBe(-DAYS + 60_000);
    expect(
      clockOff([
        { who: 'a', offMs: -DAYS },
        { who: 'b', offMs: HOUR },
      ]),
    ).toBeNull();
    // One of five with a flat battery changes nothing.
    expect(
      clockOff([0, 1, 2, 3].map((i) => ({ who: `p${i}`, offMs: i })).concat([{ who: 'x', offMs: DAYS }])),
    ).toBe(2);
  });
});

describe('the server’s clock', () => {
  beforeEach(() => forgetClocks());

  it('is believed while nobody says otherwise, or minutes are all that is between them', () => {
    expect(serverNow(NOW, 0).getTime()).toBe(NOW);
    for (const who of ['a', 'b']) hearClock(who, NOW - 20 * 60_000, NOW, 0);
    expect(serverNow(NOW, 1).getTime()).toBe(NOW);
    expect(clockDoubt(1)).toBe(20 * 60_000);
  });

  it('three days ahead is not: entries get the time of the people’s devices, and a lead is told', () => {
    for (const who of ['a', 'b', 'c']) hearClock(who, NOW, NOW + DAYS, 0);
    expect(serverNow(NOW + DAYS, 1).getTime()).toBe(NOW);
    expect(clockDoubt(1)).toBe(DAYS);
    // Set right again it is believed again, as soon as they are heard.
    for (const who of ['a', 'b', 'c']) hearClock(who, NOW + HOUR, NOW + HOUR, 2);
    expect(serverNow(NOW + HOUR, 3).getTime()).toBe(NOW + HOUR);
    expect(clockDoubt(3)).toBeNull();
  });

  it('nobody shifts it alone, with whatever they send', () => {
    for (let i = 0; i < 50; i += 1) hearClock('one', NOW + i * DAYS, NOW, 0);
    for (const odd of [NaN, Infinity, '1', null, undefined, {}]) hearClock('two', odd, NOW, 0);
    expect(serverNow(NOW, 1).getTime()).toBe(NOW);
  });

  it('who was heard long ago counts no more', () => {
    for (const who of ['a', 'b']) hearClock(who, NOW - DAYS, NOW, 0);
    expect(serverNow(NOW, 13 * HOUR).getTime()).toBe(NOW);
  });
});
