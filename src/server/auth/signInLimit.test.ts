import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../../../testing/database';
import { type Database, openDatabase } from '../db/connection';
import {
  blockedAmong,
  clearFailures,
  clearGuesses,
  FREE_TRIES,
  type From,
  GUESSES_OF_PERSON,
  giveTryBack,
  takeGuess,
  takeTry,
  TURN_S,
} from './signInLimit';

let db: Database;
let close: () => Promise<void>;
beforeAll(async () => {
  const made = await freshDatabase();
  const opened = openDatabase(made.url);
  db = opened.db;
  close = async () => {
    await opened.pool.end();
    await made.drop();
  };
});
afterAll(() => close());

/** Seconds that one try was kept waiting, without waiting them; null: sent away. */
async function tryOf(name: string, from: From): Promise<number | null> {
  let waited = 0;
  const wait = (seconds: number) => {
    waited = seconds;
    return Promise.resolve();
  };
  return (await takeTry(db, name, from, wait)) ? waited : null;
}
const many = async (n: number, one: (i: number) => Promise<number | null>) => {
  const all: (number | null)[] = [];
  for (let i = 0; i < n; i += 1) all.push(await one(i));
  return all;
};

describe('failed sign-ins of a name', () => {
  it('are counted whatever its case; past the free ones they take turns, and a good one ends it', async () => {
    const free = await many(FREE_TRIES, (i) => tryOf(i % 2 ? 'Mara' : 'mara ', { address: 'here' }));
    expect(free.every((w) => w === 0)).toBe(true);
    const first = await tryOf('MARA', { address: 'here' });
    expect(first).toBeGreaterThan(TURN_S - 1);
    expect(first).toBeLessThanOrEqual(TURN_S);
    expect((await blockedAmong(db, ['mara', 'nobody'])).has('mara')).toBe(true);
    expect((await blockedAmong(db, ['other', 'nobody'])).has('other')).toBe(false);
    await clearFailures(db, 'Mara');
    expect((await blockedAmong(db, ['mara', 'nobody'])).has('mara')).toBe(false);
    expect(await tryOf('mara', { address: 'here' })).toBe(0);
  });

  it('wait no longer than people do: what would have its turn later is sent away, and takes none', async () => {
    await many(FREE_TRIES, () => tryOf('slow', { address: 'here' }));
    const waits = await Promise.all(Array.from({ length: 40 }, () => tryOf('slow', { address: 'here' })));
    const turns = waits.filter((w) => w !== null).sort((a, b) => a - b);
    expect(turns).toHaveLength(3);
    turns.forEach((w, i) => expect(w).toBeCloseTo((i + 1) * TURN_S, 0));
  });

  it('from many places together get slow too, and shut nobody out of a device that the name is known on', async () => {
    const tries = await many(200, (i) => tryOf('far', { address: `10.0.${i}.1` }));
    expect(tries.slice(0, 30).every((w) => w === 0)).toBe(true);
    expect(tries.slice(30).filter((w) => w !== null && w > 0)).toHaveLength(3);
    // The exploit of before: a hundred guesses, and the owner was shut out.
    expect(await tryOf('far', { device: 'a-known-one' })).toBe(0);
  });

  it('a try that proved nothing is given back', async () => {
    const from = { address: 'there' };
    await many(FREE_TRIES, () => tryOf('back', from));
    await giveTryBack(db, 'back', from);
    expect(await tryOf('back', from)).toBe(0);
  });

  it('are counted each, also when they come at once', async () => {
    await Promise.all(Array.from({ length: FREE_TRIES }, () => tryOf('rush', { address: 'here' })));
    expect((await blockedAmong(db, ['rush', 'nobody'])).has('rush')).toBe(true);
  });
});

describe('guesses of somebody who is signed in', () => {
  it('are counted against them, whatever name and device they try, and cost the others nothing', async () => {
    const guesses: boolean[] = [];
    for (let i = 0; i < 143; i += 1) guesses.push(await takeGuess(db, 'guesser'));
    expect(guesses.filter(Boolean)).toHaveLength(GUESSES_OF_PERSON);
    expect(await takeGuess(db, 'another')).toBe(true);
    expect((await blockedAmong(db, ['guesser', 'victim'])).size).toBe(0);
    await clearGuesses(db, 'guesser');
    expect(await takeGuess(db, 'guesser')).toBe(true);
  });
});
