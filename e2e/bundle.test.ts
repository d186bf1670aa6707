import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { newSetupKey } from '@/server/firstDay/setupLink';
import { type RunningApp, startApp } from '../testing/app';
import { inspector, openPage, type Page } from '../testing/browser';
import { freshDatabase } from '../testing/database';
import { startDemoApp } from '../testing/demoApp';
import { signInTo } from '../testing/session';

let from: RunningApp;
let to: RunningApp;
let page: Page;
const folder = mkdtempSync(path.join(tmpdir(), 'yonder-bundle-'));
beforeAll(async () => {
  from = await startDemoApp();
  to = await startApp(await freshDatabase());
  page = await openPage(to.url);
});
afterAll(async () => {
  await page.close();
  await from.stop();
  await to.stop();
  rmSync(folder, { recursive: true, force: true });
});
const { problems, inspect } = inspector(() => page);

it('a whole shop is taken out of one installation and brought into another by the screen', async () => {
  const lead = await signInTo(from, 'ines');
  expect(await (await lead.get('/shop/data')).text()).toContain('/api/bundle');
  const file = path.join(folder, 'shop.tar.gz');
  writeFileSync(file, Buffer.from(await (await lead.get('/api/bundle')).arrayBuffer()));
  const broken = path.join(folder, 'broken.tar.gz');
  writeFileSync(broken, 'nothing of the kind');

  const key = await newSetupKey(to.db, new Date());
  await page.go(`/first-day?key=${key}`);
  await inspect('bring a shop in');
  const choose = async (name: string) => (await page.find('input[name=bundle]')).sendKeys(name);
  const type = async (css: string, text: string) => {
    await (await page.find(css)).click();
    await page.overwrite(text);
  };
  await type('input[name=bundle-lead]', 'ines');
  await choose(broken);
  await (await page.named('button', 'Bring it in')).click();
  await page.seeText('Nothing was brought in.');
  await choose(file);
  await (await page.named('button', 'Bring it in')).click();
  await page.find('[data-brought-in]');
  await inspect('brought in');
  const temporary = (await (await page.find('[data-brought-in] b')).getText()).trim();
  await (await page.named('a', 'To the sign-in')).click();
  await page.find('input[autocomplete=current-password]');
  await type('input[autocomplete=username]', 'ines');
  await type('input[autocomplete=current-password]', temporary);
  await page.press(Key.ENTER);
  await page.find('[data-must-change]');
  await type('input[name=password-old]', temporary);
  await type('input[name=password-new]', 'another-long-one');
  await page.press(Key.ENTER);
  await page.find('input[autocomplete=username]');
  await type('input[autocomplete=username]', 'ines');
  await type('input[autocomplete=current-password]', 'another-long-one');
  await page.press(Key.ENTER);
  await page.seeText('Saltpan Lamp');
  await page.find('[data-job="13"]');
  // Keys and figures, as they are seen there.
  for (const part of ['figures', 'keys', 'data', 'changes']) {
    await page.go(`/shop/${part}`);
    await inspect(part);
  }
  await page.seeText('shop brought in from a bundle');
  expect(problems.filter((p) => !/status of 422/.test(p))).toEqual([]);
});
