import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './support/app';
import { inspector, openPage, type Page } from './support/browser';
import { workByHand } from './support/byHand';
import { startDemoApp } from './support/demoApp';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('ines');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
const { problems, inspect } = inspector(() => page);

it(
  'a vehicle, a lamp and steps that the shelf does not know go by hand from the door to the lock',
  { timeout: 240_000 },
  async () => {
    await workByHand(page, inspect);
    // It is found by what was described of it.
    await page.go('/?find=skiff');
    await page.seeText('Cormorant Skiff 900');
    expect(problems).toEqual([]);
  },
);
