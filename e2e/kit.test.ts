import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp({ KIT_PAGE: 'on' });
  page = await openPage(app.url);
  await page.go('/kit');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

it('every piece of the kit is drawn, named and without findings', async () => {
  const pieces = await page.driver.executeScript<{ name: string; height: number; empty: number }[]>(`
    return [...document.querySelectorAll('[data-piece]')].map((p) => ({
      name: p.dataset.piece,
      height: p.getBoundingClientRect().height,
      // A drawing without a size shows nothing, whatever it is made of.
      empty: [...p.querySelectorAll('svg, button, input, select')].filter((e) => {
        // What is folded or in a closed menu is not drawn at all.
        if (!e.checkVisibility()) return false;
        const r = e.getBoundingClientRect();
        return r.width < 4 || r.height < 4;
      }).length,
    }));`);
  expect(pieces.length).toBeGreaterThan(12);
  expect(pieces.filter((p) => p.height < 40 || p.empty > 0)).toEqual([]);
  expect(await page.axe()).toEqual([]);
  await page.night(true);
  expect(await page.axe()).toEqual([]);
  await page.night(false);
  expect(await page.consoleErrors()).toEqual([]);
});

it.each([1280, 1024, 820])('nothing is cut off at the side at %i', async (width) => {
  await page.driver.executeScript('document.body.style.width = arguments[0] + "px"', width);
  const wide = await page.driver.executeScript<string[]>(
    `const edge = arguments[0];
     return [...document.querySelectorAll('[data-piece] > div > *')]
       .filter((e) => e.getBoundingClientRect().right > edge + 1 && getComputedStyle(e).overflowX !== 'auto')
       .map((e) => e.closest('[data-piece]').dataset.piece + ' ' + e.tagName)`,
    width,
  );
  await page.driver.executeScript('document.body.style.width = ""');
  expect(wide).toEqual([]);
});

it('a notice stands alone', async () => {
  await page.go('/kit?alone=notice');
  await page.seeText('Nothing was changed.');
  expect(await page.axe()).toEqual([]);
  await page.go('/kit');
});

it('a dialog takes the focus and gives it back', async () => {
  const button = await page.find('[data-open-sheet]');
  await page.tabTo(button);
  await page.press(Key.ENTER);
  await page.find('[role=dialog]');
  expect(await page.axe()).toEqual([]);
  await page.press(Key.ESCAPE);
  await page.gone('[role=dialog]');
  await page.waitFor(
    () => page.driver.executeScript<boolean>('return document.activeElement === arguments[0]', button),
    'the focus never came back',
  );
});

it('a shop’s own server does not have the page', async () => {
  const shop = await startDemoApp();
  try {
    expect((await fetch(`${shop.url}/kit`)).status).toBe(404);
  } finally {
    await shop.stop();
  }
});
