import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { inspector, openPage, type Page } from '../testing/browser';
import { byFinger } from '../testing/reach';
import { wholeJob } from '../testing/wholeJob';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url, { width: 390, height: 844 });
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const { problems, inspect } = inspector(() => page);

it('takes a new vehicle through all nine stages on a phone, by finger, without findings in light and night', async () => {
  await wholeJob(page, byFinger(page), inspect);
  expect(problems).toEqual([]);
});
