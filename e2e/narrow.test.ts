import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

let app: RunningApp;
let page: Page;
let ids: ReadonlyMap<number, string>;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('ines');
  ids = new Map((await loadNewestJobs(app.db, 'saltpan', 50)).map((j) => [j.number, j.id]));
  await page.screen(390, 844);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const STAGES = ['arrive', 'fit', 'wire', 'light', 'strip', 'bench', 'mount', 'prove'];

it('every screen stands on a phone, 390 pixels wide, without sideways scrolling', async () => {
  const wide: string[] = [];
  for (const path of [
    ...STAGES.map((s) => `/jobs/${ids.get(8)}/${s}`),
    ...STAGES.slice(1, 4).map((s) => `/jobs/${ids.get(16)}/${s}`),
    `/jobs/${ids.get(1)}/release`,
    '/',
    '/jobs/new',
    '/shelf/lamp',
    '/shelf/lamp/quayside-left',
    '/shelf/family/orrel-packet',
    '/shelf/application/packet-skerry-620',
    '/calculators',
    '/shop/people',
    '/shop/settings',
    '/shop/figures',
    '/me',
    '/held',
    '/bay',
  ]) {
    await page.go(path);
    await page.find('main');
    // What comes after the first paint is part of the screen.
    await page.waitFor(
      async () => page.driver.executeScript<boolean>('return document.readyState === "complete"'),
      `${path} was never whole`,
    );
    const over = await page.driver.executeScript<number>(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    if (over > 0) wide.push(`${path} ${over}`);
  }
  expect(wide).toEqual([]);
});
