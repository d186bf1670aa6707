import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { inspector, openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('bea');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const { problems, inspect } = inspector(() => page);
beforeEach(() => void problems.splice(0));
const activate = async (tags: string, words: string) => {
  await page.tabTo(await page.named(tags, words));
  await page.press(Key.ENTER);
};
it('shows the keys of a screen and gives the focus back; single keys can be switched off', async () => {
  await page.go('/');
  await page.find('html[data-keys]');
  await page.press('?');
  await page.seeText('Keys of this screen');
  await inspect('keys');
  await page.tabTo(await page.find('[role=dialog] input'));
  await page.press(Key.SPACE, Key.ESCAPE);
  await page.gone('[role=dialog]');
  await page.find('html[data-keys=off]');
  await page.press('n', '?');
  await page.seeText('Keys of this screen');
  await page.tabTo(await page.find('[role=dialog] input'));
  await page.press(Key.SPACE, Key.ESCAPE);
  await page.gone('[role=dialog]');
  await page.find('html[data-keys=on]');
  await page.press('n');
  await page.seeText('Who is here, and what for');
});

it('walks the lamps with [ and ], and says US words in US English', async () => {
  await page.go('/');
  await page.find('[data-job="4"]');
  await activate('a', '0004');
  await page.find('[data-verdict-row]');
  await page.find('html[data-keys]');
  await page.press(']');
  await page.find('[data-position="headlamp.front.right"][aria-pressed=true]');
  await page.press('[');
  await page.find('[data-position="headlamp.front.left"][aria-pressed=true]');
  await page.tabTo(await page.find('[data-opens=person-menu]'));
  await page.press(Key.ENTER);
  await activate('button', 'US English');
  await page.seeText('leveling motor');
  await inspect('fit in US English');
  await activate('button', 'UK English');
  await page.seeText('levelling motor');
  expect(problems).toEqual([]);
});

it('every other view is without findings: shelf, contradiction, not found', async () => {
  for (const kind of ['family', 'lamp', 'application', 'part', 'profile', 'fact-key']) {
    await page.go(`/shelf/${kind}`);
    await page.find('table');
    await inspect(`shelf ${kind}`);
  }
  await page.go('/');
  await activate('a', '0006');
  // A contradiction stands beside the facts, wherever the stage opens.
  await (await page.named('[role=tab]', 'Vehicle')).click();
  await page.seeText('Model year: 2018, but somebody says otherwise.');
  // A fact of every shop has its unit, as the shelf's own have.
  await page.seeText('2020 mm');
  await inspect('contradiction');
  await page.go('/jobs/nothing/arrive');
  await page.seeText('Not here');
  expect((await page.axe()).join()).toBe('');
  await page.consoleErrors();
  expect(problems).toEqual([]);
});

it('the rarer parts of Wire are without findings', async () => {
  await page.go('/?find=0009');
  const job = new URL(await page.driver.getCurrentUrl()).pathname.split('/')[2] ?? '';
  for (const part of ['lead', 'checks', 'plugs']) {
    await page.go(`/jobs/${job}/wire?show=${part}`);
    await page.find(`[data-wire-panel=${part}]`);
    await inspect(`wire, ${part}`);
  }
  expect(problems).toEqual([]);
});
