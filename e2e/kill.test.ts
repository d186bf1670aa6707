import { expect, it } from 'vitest';
import { startDemoApp } from '../testing/demoApp';
import { applicationKills, databaseKills, type KillCount } from '../testing/kills';

/** Rounds here; `npm run drill` does many more. */
const ROUNDS = 3;
const NOTHING_AMISS = { rounds: ROUNDS, lost: 0, doubled: 0, halves: 0 };
/** One is answered before the power goes, in each round: a drill in which nothing was answered proves nothing. */
const amiss = (found: KillCount) => {
  expect(found).toMatchObject(NOTHING_AMISS);
  expect(found.acknowledged).toBeGreaterThanOrEqual(ROUNDS);
};

it('a server killed while entries come loses none that was answered, doubles none and halves none', async () => {
  const app = await startDemoApp();
  try {
    amiss(await applicationKills(app, ROUNDS));
  } finally {
    await app.stop();
  }
});

it('neither does a database that is killed, and the server finds it again by itself', async () => {
  amiss(await databaseKills(ROUNDS));
});
