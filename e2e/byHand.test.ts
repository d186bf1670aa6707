import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { inspector, openPage, type Page } from '../testing/browser';
import { workByHand } from '../testing/byHand';
import { startDemoApp } from '../testing/demoApp';

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

it('a vehicle, a lamp and steps that the shelf does not know go by hand from the door to the lock', async () => {
  await workByHand(page, inspect);
  // It is found by what was described of it.
  await page.go('/?find=skiff');
  await page.seeText('Cormorant Skiff 900');
  expect(problems).toEqual([]);
});
