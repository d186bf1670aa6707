import { expect, it } from 'vitest';
import { startDemoApp } from './support/demoApp';
import { applicationKills, databaseKills } from './support/kills';

/** Rounds here; `npm run drill` does many more. */
const ROUNDS = 3;
const NOTHING_AMISS = { rounds: ROUNDS, lost: 0, doubled: 0, halves: 0 };

it('a server killed while entries come loses none that was answered, doubles none and halves none', async () => {
  const app = await startDemoApp();
  try {
    expect(await applicationKills(app, ROUNDS)).toMatchObject(NOTHING_AMISS);
  } finally {
    await app.stop();
  }
});

it('neither does a database that is killed, and the server finds it again by itself', async () => {
  expect(await databaseKills(ROUNDS)).toMatchObject(NOTHING_AMISS);
});
