import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import { migrateDatabase } from '@/server/db/migrate';
import { type RunningApp, startApp } from '../testing/app';
import { inspector, openPage, type Page } from '../testing/browser';
import { workByHand } from '../testing/byHand';
import { emptyDatabase } from '../testing/database';
import { hands } from '../testing/hands';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  const made = await emptyDatabase();
  await migrateDatabase(made.url);
  app = await startApp(made);
  page = await openPage(app.url);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const { problems, inspect } = inspector(() => page);
beforeEach(() => void problems.splice(0));
const type = async (css: string, text: string) => {
  await (await page.find(css)).click();
  await page.overwrite(text);
};
/** The link as `npm start` prints it. */
const link = (): string => {
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/firstDay.ts'], {
    env: { ...process.env, DATABASE_URL: app.databaseUrl, APP_URL: app.url },
    encoding: 'utf8',
  });
  return /(http\S+\/first-day\?key=\S+)/.exec(stdout)?.[1] ?? '';
};
const pathOf = (url: string) => url.slice(app.url.length);

it('an empty installation opens by its link alone, once, and its lead begins to work', async () => {
  await page.go('/first-day');
  await page.find('[data-link-bad]');
  await inspect('without the link');
  const good = link();
  expect(good).not.toBe('');
  await page.go(pathOf(good));
  await page.seeText('This installation is empty.');
  await inspect('first day');
  // What is wrong is said at once, field by field, and what was typed stands.
  await type('input[name=name]', 'Quay Lamps');
  await type('input[name=hour]', '65,00');
  await page.press(Key.ENTER);
  await page.seeText('Enter a number.');
  await type('input[name=hour]', '65.00');
  await type('input[name=zone]', 'Europe/Lisbon');
  await page.press(Key.ENTER);
  await page.seeText('Ten characters at least.');
  await type('input[name=lead-name]', 'Berta Quill');
  await type('input[name=lead-username]', 'berta');
  await type('input[name=lead-password]', 'a-good-long-one');
  await page.press(Key.ENTER);
  await page.find('input[autocomplete=current-password]');
  await type('input[autocomplete=username]', 'berta');
  await type('input[autocomplete=current-password]', 'a-good-long-one');
  await page.press(Key.ENTER);
  await page.seeText('Quay Lamps');
  await page.seeText('No job yet.');
  await inspect('an empty board');
  await page.go('/shelf/part');
  await page.seeText('Blade fuse 10 A');
  await inspect('the starter set');
  // The link is used up, and there is none any more.
  await page.go(pathOf(good));
  await page.gone('[data-link-bad]');
  expect(link()).toBe('');
  // The browser notes that the form was refused: that was meant.
  expect(problems.filter((p) => !p.includes('status of 400'))).toEqual([]);
});

it('its lead lets people in, who choose their own password first, and sets the shop up', async () => {
  await page.go('/shop/people');
  await page.find('[data-person=berta]');
  await inspect('people');
  await type('input[name=new-name]', 'Ida Reef');
  await type('input[name=new-username]', 'ida');
  await page.press(Key.ENTER);
  await page.find('[data-temporary]');
  const temporary = (await (await page.find('[data-temporary] b')).getText()).trim();
  await page.find('[data-person=ida]');
  // A shop keeps a lead: its only one cannot end.
  await (await page.named('[data-person=berta] button', 'Deactivate')).click();
  await page.seeText('A shop keeps one lead at the least');
  await page.go('/shop/settings');
  await type('input[name=hour]', '72.50');
  await page.press(Key.ENTER);
  await page.seeText('Saved, and used from now on.');
  await inspect('settings');
  await page.go('/shop/changes');
  await page.find('[data-changes]');
  await page.seeText('65.00');
  await page.seeText('72.50');
  await inspect('changes');
  await page.signOut();
  await page.find('input[autocomplete=current-password]');
  const signIn = async (name: string, password: string) => {
    await type('input[autocomplete=username]', name);
    await type('input[autocomplete=current-password]', password);
    await page.press(Key.ENTER);
  };
  await signIn('ida', temporary);
  // Nothing else is open before the password is one's own.
  await page.find('[data-must-change]');
  await page.go('/');
  await page.find('[data-must-change]');
  await inspect('a temporary password');
  await type('input[name=password-old]', temporary);
  await type('input[name=password-new]', 'another-long-one');
  await page.press(Key.ENTER);
  await page.find('input[autocomplete=username]');
  await signIn('ida', 'another-long-one');
  await page.seeText('Ida Reef');
  await page.seeText('No job yet.');
  // The shop itself is for leads.
  await page.go('/shop/people');
  await page.seeText('Not here');
  expect(problems.filter((p) => !/status of (404|422)/.test(p))).toEqual([]);
});

it('it takes a job through, and all of it stands and goes on in another database from a back-up', async () => {
  // Only a lead locks.
  await page.go('/');
  await page.signOut();
  await type('input[autocomplete=username]', 'berta');
  await type('input[autocomplete=current-password]', 'a-good-long-one');
  await page.press(Key.ENTER);
  await page.seeText('Berta Quill');
  // What the browser noted of the pages before was meant.
  await page.consoleErrors();
  await workByHand(page, inspect);
  expect(problems.splice(0)).toEqual([]);
  const folder = mkdtempSync(path.join(tmpdir(), 'yonder-first-'));
  const into = await emptyDatabase();
  const run = (script: string, url: string, file: string) => {
    const args = ['--import', 'tsx', `scripts/${script}.ts`, file];
    const { status, stderr } = spawnSync(process.execPath, args, {
      env: { ...process.env, DATABASE_URL: url },
      encoding: 'utf8',
    });
    expect([script, status, stderr]).toEqual([script, 0, '']);
  };
  try {
    const file = path.join(folder, 'shop.backup');
    run('backup', app.databaseUrl, file);
    run('restore', into.url, file);
    const other = await startApp(into);
    const there = await openPage(other.url);
    try {
      await there.go('/sign-in');
      await (await there.find('input[autocomplete=username]')).click();
      await there.overwrite('ida');
      await (await there.find('input[autocomplete=current-password]')).click();
      await there.overwrite('another-long-one');
      await there.press(Key.ENTER);
      await there.seeText('Quay Lamps');
      await there.go('/?find=skiff');
      await (await there.named('a', '0001')).click();
      await there.find('[data-standing=locked]');
      // It goes on there: a second job gets the next number.
      const { click, press, type, pick } = hands(() => there);
      await there.go('/jobs/new');
      await click('[data-own-line]');
      await type('input[name=ownMaker]', 'Cormorant');
      await type('input[name=ownName]', 'Skiff 1200');
      await pick('select[name=ownBody]', 'tractor');
      await type('input[name=serial]', 'SK-1200-3');
      await type('textarea[name=words]', 'One lamp dull');
      await press('button', 'Open the job');
      await there.seeText('Job 0002');
      expect(await there.consoleErrors()).toEqual([]);
    } finally {
      await there.close();
      await other.stop();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
