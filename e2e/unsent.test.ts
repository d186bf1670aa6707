import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { openPage, type Page } from '../testing/browser';
import { loadNewestJobs } from '../testing/newestJobs';

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

const FIELD = 'input[placeholder="cooler pipe, lift, winch …"]';
const job = async (number: number) => {
  const found = (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === number);
  if (!found) throw new Error(`no job ${number}`);
  return found;
};
const noted = async (number: number) =>
  (await job(number)).reading.record.modifications.map((m) => m.body.words);
const wishes = async (number: number) => `/jobs/${(await job(number)).id}/arrive?part=wishes`;
const note = async (words: string) => {
  await page.tabTo(await page.find(FIELD));
  await page.press(words, Key.ENTER);
};
const waiting = (count: number) =>
  page.waitFor(
    async () => (await page.attribute('[data-outbox]', 'data-outbox')) === String(count),
    `never ${count} entries in the outbox`,
  );
/** The session ends on the server, behind the page’s back. */
const forgetSessions = () => app.db.execute('delete from session_shop; delete from session');

it('what cannot be sent is on this device, said, survives a reload, and is sent once when the server is back', async () => {
  await page.signIn('tomas');
  await page.go(await wishes(4));
  await page.find(FIELD);

  await app.kill();
  await note('plough mount');
  await page.seeText('1 entry is not sent');
  await note('winch');
  await page.seeText('2 entries are not sent');
  expect(await page.axe()).toEqual([]);
  await page.tabTo(await page.named('button', 'Show them'));
  await page.press(Key.ENTER);
  await page.seeText('plough mount');
  expect(await noted(4)).toEqual([]);

  await app.restart();
  await page.reload();
  await waiting(0);
  await page.seeText('plough mount');
  expect(await noted(4)).toEqual(['plough mount', 'winch']);
});

it('an answer outside what a fact can have changes nothing and says so', async () => {
  const before = (await job(6)).reading.record.standing.length;
  await page.go('/');
  await page.tabTo(await page.named('a', '0006'));
  await page.press(Key.ENTER);
  await page.seeText('Arrive');
  await (await page.named('[role=tab]', 'Vehicle')).click();
  await page.tabTo(await page.named('button', 'Record'));
  const row = await page.find('tr[data-fact="overall-width@vehicle"] button');
  await page.tabTo(row);
  await page.press(Key.ENTER);
  await page.tabTo(await page.find('main td [data-fact-editor] form input'));
  await page.press('80 in');
  await page.seeText('2032 mm = 80 in');
  await page.press(Key.BACK_SPACE, Key.BACK_SPACE, 'furlong', Key.ENTER);
  await page.seeText('The unit “furlong” is not known.');
  await page.press(...Array.from({ length: 12 }, () => Key.BACK_SPACE), '99 m', Key.ENTER);
  await page.seeText('That value is not possible');
  expect(await (await page.find('main td form input')).getAttribute('value')).toBe('99 m');
  expect((await job(6)).reading.record.standing.length).toBe(before);
});

it('signed out behind the page: the entry waits, for its author and under his name, whoever comes between', async () => {
  await page.go(await wishes(5));
  await page.find(FIELD);
  await forgetSessions();
  await note('cooler pipe moved');
  await page.seeText('until you sign in again');
  await page.tabTo(await page.named('a', 'Sign in'));
  await page.press(Key.ENTER);
  await page.find('[data-waiting-authors="1"]');
  await page.seeText('Tomas');
  expect(await page.axe()).toEqual([]);

  await page.signIn('jory');
  await page.seeText('waits here for the sign-in of');
  expect(await noted(5)).toEqual([]);

  await page.tabTo(await page.find('[data-opens=person-menu]'));
  await page.press(Key.ENTER);
  await page.tabTo(await page.named('button', 'Sign out'));
  await page.press(Key.ENTER);
  await page.find('input[name=username]');
  await page.find('[data-waiting-authors="1"]');
  await page.signIn('tomas');
  await waiting(0);
  await page.waitFor(async () => (await noted(5)).length === 1, 'the entry never arrived');
  const [entry] = (await job(5)).reading.record.modifications;
  expect((await job(5)).names.get(entry?.user ?? '')).toContain('Tomas');
});

it('two tabs of one device: what one wrote without a line, the other sends', async () => {
  await page.go(await wishes(5));
  await page.find(FIELD);
  const first = await page.driver.getWindowHandle();
  await app.kill();
  await note('tow bar');
  await page.seeText('1 entry is not sent');
  await app.restart();
  await page.driver.switchTo().newWindow('tab');
  await page.go('/calculators');
  await waiting(0);
  await page.driver.close();
  await page.driver.switchTo().window(first);
  await waiting(0);
  expect((await noted(5)).filter((w) => w === 'tow bar')).toHaveLength(1);
});

it('what a role may not write is held, seen by its author, and let in by a lead', async () => {
  const { id } = await job(5);
  const sent = await page.driver.executeAsyncScript<string>(
    `const done = arguments[arguments.length - 1];
     fetch('/api/events', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events: [{
       id: '01900000-0000-7000-8000-00000000000a', job: arguments[0], type: 'item-closed', v: 1, at: new Date().toISOString(),
       device: 'd', deviceSeq: 1, body: { item: 'x', how: 'handed-over', words: 'written down' } }] }) })
       .then((r) => r.text()).then(done)`,
    id,
  );
  expect(sent).toContain('"outcome":"held","code":"not-allowed"');
  await page.go('/held');
  await page.find('[data-held="not-allowed"]');
  expect(await page.axe()).toEqual([]);
  await page.tabTo(await page.find('[data-opens=person-menu]'));
  await page.press(Key.ENTER);
  await page.tabTo(await page.named('button', 'Sign out'));
  await page.press(Key.ENTER);
  await page.find('input[name=username]');
  await page.signIn('ines');
  await page.tabTo(await page.named('a', 'See what is held'));
  await page.press(Key.ENTER);
  await page.tabTo(await page.named('button', 'Accept it'));
  await page.press(Key.ENTER);
  await page.seeText('Nothing is held');
  const closings = (await job(5)).reading.record.standing.filter((e) => e.type === 'item-closed');
  expect(closings.map((e) => [e.role, e.id])).toEqual([['lead', '01900000-0000-7000-8000-00000000000a']]);
});

it('signing out ends the session, though the page is left in the same moment', async () => {
  const sessions = async () =>
    (await app.db.execute<{ n: number }>('select count(*)::int as n from session')).rows[0]?.n ?? 0;
  await forgetSessions();
  await page.signIn('tomas');
  expect(await sessions()).toBe(1);
  await page.driver.executeScript(`
    [...document.querySelectorAll('button')].find((b) => b.innerText.includes('Sign out')).click();
    location.href = '/formats/shelf.schema.json';
  `);
  await page.waitFor(async () => (await sessions()) === 0, 'the session never ended');
  await page.go('/');
  await page.find('input[name=username]');
});
