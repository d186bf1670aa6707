import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from './support/app';
import { startDemoApp } from './support/demoApp';
import { openPage, type Page } from './support/browser';
import { loadNewestJobs } from './support/newestJobs';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const noted = async (number: number) =>
  (await loadNewestJobs(app.db, 'saltpan', 50))
    .find((j) => j.number === number)
    ?.reading.record.modifications.map((m) => m.body.words) ?? [];

it('what cannot be sent is kept on the screen, said, and sent once when the server is back', async () => {
  await page.signIn('tomas');
  await page.tabTo(await page.named('a', '0004'));
  await page.press(Key.ENTER);
  await page.find('[data-verdict-row]');
  await page.find('html[data-keys]');
  await page.press('1');
  await page.tabTo(await page.named('[role=tab]', 'Vehicle'));
  // The next tab takes the focus a moment after the key.
  await page.press(Key.ARROW_RIGHT);
  await page.named('[role=tab][aria-selected=true]:focus', 'As found');
  await page.press(Key.ARROW_RIGHT);
  const field = await page.find('input[placeholder="cooler pipe, lift, winch …"]');
  await page.tabTo(field);
  await page.press('plough mount');

  await app.kill();
  await page.press(Key.ENTER);
  await page.seeText('1 entry is not saved');
  expect(await page.axe()).toEqual([]);
  expect(await field.getAttribute('value')).toBe('plough mount');

  await app.restart();
  await page.tabTo(await page.named('button', 'Send again'));
  await page.press(Key.ENTER);
  await page.find('[data-send=idle]', 'there');
  await page.seeText('plough mount');
  expect(await noted(4)).toEqual(['plough mount']);
});

it('an answer outside what a fact can have changes nothing and says so', async () => {
  const before = await noted(4);
  await page.go('/');
  await page.tabTo(await page.named('a', '0006'));
  await page.press(Key.ENTER);
  await page.seeText('Arrive');
  await page.tabTo(await page.named('button', 'Record'));
  const row = await page.find('tr[data-fact="overall-width@vehicle"] button');
  await page.tabTo(row);
  await page.press(Key.ENTER);
  await page.tabTo(await page.find('main td form input'));
  await page.press('80 in');
  await page.seeText('2032 mm = 80 in');
  await page.press(Key.BACK_SPACE, Key.BACK_SPACE, 'furlong', Key.ENTER);
  await page.seeText('The unit “furlong” is not known.');
  await page.press(...Array.from({ length: 12 }, () => Key.BACK_SPACE), '99 m', Key.ENTER);
  await page.seeText('That value cannot be');
  expect(await (await page.find('main td form input')).getAttribute('value')).toBe('99 m');
  expect(await noted(4)).toEqual(before);
});
