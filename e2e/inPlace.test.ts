import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { STAGES } from '@/core/job';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

let app: RunningApp;
let page: Page;
let id: string;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('tomas');
  id = (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === 8)?.id ?? '';
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

/** Requests that the page has made since it was asked last, but for what builds it. */
const requests = () =>
  page.driver.executeScript<string[]>(
    `const all = performance.getEntriesByType('resource').map((e) => e.name).filter((n) => !n.includes('/_next/static/'));
     performance.clearResourceTimings(); return all;`,
  );

/** Waits for the one question of every page: what came since it was read. */
const opened = () =>
  page.waitFor(
    async () => (await requests()).some((r) => r.includes('/entries?after=')),
    'the page never asked for news',
  );

it('going from stage to stage keeps the frame, fetches nothing, and the browser’s back goes back', async () => {
  await page.go(`/jobs/${id}/light`);
  await page.find('html[data-keys]');
  await page.driver.executeScript('window.mark = document.querySelector("nav ol")');
  await opened();
  // Fit’s shortlist goes over the whole shelf: that is the server’s.
  for (const stage of STAGES.filter((s) => s !== 'fit')) {
    await page.press(String(STAGES.indexOf(stage) + 1));
    await page.find(`[data-stage=${stage}][aria-current=step]`);
  }
  expect(await requests()).toEqual([]);
  expect(await page.driver.executeScript('return window.mark === document.querySelector("nav ol")')).toBe(
    true,
  );
  await page.driver.navigate().back();
  await page.find('[data-stage=prove][aria-current=step]');
  expect(await requests()).toEqual([]);
  await page.tabTo(await page.find('[data-stage=wire]'));
  await page.press(Key.ENTER);
  await page.find('[data-stage=wire][aria-current=step]');
  expect(await requests()).toEqual([]);
  expect(await page.consoleErrors()).toEqual([]);
});

it('a tick shows at once, also while nothing answers, and costs a post and the news of it', async () => {
  await page.go(`/jobs/${id}/strip`);
  await page.find('html[data-keys]');
  await opened();
  const counted = () =>
    page.driver.executeScript<number>(
      'return document.querySelectorAll("[data-tick]:not([data-tick=open])").length',
    );
  const before = await counted();
  await page.tabTo(await page.find('[data-tick-button]'));
  await page.press(Key.ENTER);
  await page.waitFor(async () => (await counted()) === before + 1, 'the tick never showed');
  await page.find('[data-send=idle]', 'there');
  await page.waitFor(
    async () => (await requests()).some((r) => r.includes('/entries?after=')),
    'no news came',
  );

  await app.kill();
  await page.tabTo(await page.find('[data-tick-button]'));
  await page.press(Key.ENTER);
  await page.waitFor(async () => (await counted()) === before + 2, 'the tick without a line never showed');
  await page.find('[data-send=unsent]', 'there');
  await app.restart();
  await page.find('[data-send=idle]', 'there');
  expect(await counted()).toBe(before + 2);
});
