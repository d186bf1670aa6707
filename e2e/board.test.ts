import { Key, Origin } from 'selenium-webdriver';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { shop } from '@/server/db/schema';
import type { RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { openPage, type Page } from '../testing/browser';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('jory');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const strip = (job: string, more = '') => page.find(`[data-strip="${job}"]${more}`);

it('a job is moved by keys and by hand, is saved, and conflicts are shown at once', async () => {
  await page.go('/');
  await page.find('[data-conflicts="3"]');
  expect(await page.axe()).toEqual([]);
  // The van in the slip bay ends at twelve; the next begins half an hour before. Three steps later it does not.
  await page.tabTo(await strip('0007', '[data-start="11:30"]'));
  await page.press(Key.ARROW_RIGHT);
  await strip('0007', '[data-start="11:45"][data-version="2"]');
  await page.press(Key.ARROW_RIGHT);
  await strip('0007', '[data-start="12:00"][data-version="3"]');
  await page.find('[data-conflicts="2"]');
  await page.reload();
  await strip('0007', '[data-start="12:00"][data-version="3"]');

  const handle = await strip('0004');
  const lane = await page.find('[data-lane^="lift|"]');
  const [from, to] = [await handle.getRect(), await lane.getRect()];
  await page.driver
    .actions({ async: true })
    .move({ origin: handle, x: Math.round(-from.width / 2) + 20, y: 0 })
    .press()
    .move({ origin: Origin.POINTER, x: 12, y: 0, duration: 60 })
    .move({
      origin: Origin.POINTER,
      x: 0,
      y: Math.round(to.y + to.height / 2 - from.y - from.height / 2),
      duration: 120,
    })
    .perform();
  // The lane is marked before the strip is let go, as an eye would wait for it.
  await page.find('[data-lane^="lift|"][data-over]');
  await page.driver.actions({ async: true }).release().perform();
  await strip('0004', '[data-bay=lift][data-version="2"]');
});

it('what a job waits for and until when is written down; a job off the board is put on it', async () => {
  await page.tabTo(await page.find('[data-book="6"]'));
  await page.press(Key.ENTER);
  await strip('0006', '[data-version="1"]');
  // Where it went is said, and its length and what it waits for stand open at once.
  await page.seeText('0006 planned');
  await page.find('[data-booking]');
  await page.tabTo(
    await page.named('[data-booking] label', 'Waits for').then((l) => l.findElement({ css: 'input' })),
  );
  await page.press('mirror glass', Key.ENTER);
  await strip('0006', '[data-version="2"]');
  await page.seeText('waits: mirror glass');
  expect(await page.axe()).toEqual([]);
});

it('somebody who moved it meanwhile is not overruled', async () => {
  const other = await openPage(app.url);
  try {
    await other.signIn('ines');
    const theirs = await other.find('[data-strip="0006"][data-version="2"]');
    const bay = (await theirs.getAttribute('data-bay')) ?? '';
    await theirs.sendKeys(Key.ARROW_RIGHT);
    await other.find('[data-strip="0006"][data-version="3"]');
    await page.tabTo(await strip('0006', '[data-version="2"]'));
    await page.press(Key.ARROW_DOWN);
    await page.seeText('Somebody moved it meanwhile.');
    await strip('0006', `[data-version="3"][data-bay="${bay}"]`);
  } finally {
    await other.close();
  }
});

it('a day or a page that is none shows today and the newest', async () => {
  await page.go('/?day=2026-13-45&before=none');
  await strip('0007', '[data-start="12:00"]');
  await page.named('td', '0001');
});

it('a job is found by its number or its plate, released ones too', async () => {
  await page.find('html[data-keys]');
  await page.press('/');
  await page.find('[data-find-field]:focus');
  await page.press('40-93');
  await page.find('[data-found="job/10"]');
  await page.find('[data-found="job/1"]');
  expect(await page.axe()).toEqual([]);
  await (await page.find('[data-found="all-jobs"]')).click();
  await page.seeText('Jobs found for “40-93”');
  await page.find('tr[data-job="10"]');
  await page.find('tr[data-job="1"]');
  expect(await page.axe()).toEqual([]);
  // A number as it is written on a job finds that one alone, and Enter opens it.
  await page.find('html[data-keys]');
  await page.press('/');
  await page.find('[data-find-field]:focus');
  await page.press('0009');
  await page.find('[data-found="job/9"][aria-selected=true]');
  await page.press(Key.ENTER);
  await page.find('a[data-stage][aria-current=step]');
  await page.seeText('Job 0009');
  // From a job too: what the trade calls it leads to what can be done, and nothing says what to do next.
  await page.find('html[data-keys]');
  await page.press('/');
  await page.find('[data-find-field]:focus');
  await page.press('parasitic');
  await page.find('[data-found="do/drain"][aria-selected=true]');
  await page.overwrite('zzzz');
  await page.find('[data-find-state=nothing]');
  await page.press(Key.ESCAPE);
  await page.gone('[data-find-field]');
  await page.go('/?find=trailer');
  await page.find('tr[data-job="13"]');
  await page.find('tr[data-job="5"]');
  await page.go('/?find=%25');
  await page.seeText('No job has this number');
  await page.find('html[data-keys]');
  await page.press(Key.ESCAPE);
  await page.find('[data-lane]');
});

it('the calendar feed needs no session and says no more than jobs and times', async () => {
  const [row] = await app.db.select({ token: shop.calendarToken }).from(shop).where(eq(shop.id, 'saltpan'));
  const text = await (await fetch(`${app.url}/api/calendar/${row?.token}.ics`)).text();
  expect(text).toContain('BEGIN:VCALENDAR');
  expect(text).toContain('Job 0009');
  expect(text).not.toContain('WS 04-12');
  // What a booking waits for is somebody’s free text: it may name a customer.
  expect(text).not.toContain('DESCRIPTION');
  expect((await page.consoleErrors()).length).toBe(0);
});
