import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { jobEvent, user } from '@/server/db/schema';
import { PASSWORD, type RunningApp } from '../testing/app';
import { bayOf } from '../testing/bay';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

const JOB = 8;
const PIN = '2468';
let app: RunningApp;
let tablet: Page;
let bay: ReturnType<typeof bayOf>;
let ids: Record<string, string>;
beforeAll(async () => {
  app = await startDemoApp();
  tablet = await openPage(app.url, { width: 1024, height: 768 });
  bay = bayOf(tablet);
  ids = Object.fromEntries((await app.db.select().from(user)).map((u) => [u.username ?? '', u.id]));
  await tablet.signIn('tomas');
});
afterAll(async () => {
  await tablet.close();
  await app.stop();
});

const standing = async () => (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === JOB);
const closings = async () =>
  (await app.db.select().from(jobEvent).where(eq(jobEvent.type, 'item-closed')))
    .filter((e) => String(e.body.words).startsWith('By the lead:'))
    .map((e) => ({
      words: e.body.words,
      by: e.userId,
      signedIn: e.signedIn,
      letInBy: e.letInBy,
      role: e.role,
    }));
/** Writes an open item that only a lead closes, as who is at the vehicle. */
const stopWork = async (words: string) => {
  await bay.click('[data-bay-go=strip]');
  await bay.click('[data-aside=stop]');
  await (await tablet.find('[data-aside-open=stop] input')).sendKeys(words);
  await bay.click('[data-aside-save]');
  await tablet.gone('[data-aside-open]');
  await bay.click('[data-bay-go=items]');
  await tablet.seeText(words);
};
/** Says in words how that item was settled. */
const closeIt = async (what: string, words: string) => {
  await (await tablet.named('button', what)).click();
  const field = await tablet.find('[data-item] form input');
  await field.sendKeys(words);
  await (await tablet.find('[data-item] form button[type=submit]')).click();
};

describe('a tablet of two people', () => {
  it('a PIN says who is here, and gives nobody a lead’s rights: what only a lead may do waits', async () => {
    await bay.open();
    await bay.click('[data-who]');
    await bay.click('[data-join]');
    const fields = await tablet.driver.findElements({ css: '[data-join-form] input' });
    await fields[0]?.sendKeys('ines');
    await fields[1]?.sendKeys(PASSWORD);
    await fields[2]?.sendKeys(PIN);
    await bay.click('[data-join-go]');
    await tablet.find(`[data-person="${ids.ines}"]`);
    await tablet.find('[data-bounded=technician]');
    expect(await tablet.axe()).toEqual([]);
    await tablet.driver.executeScript('document.querySelector("[role=dialog] button:last-of-type").click()');
    await bay.click(`[data-bay-job="${JOB}"]`);
    await tablet.find('[data-bay-tab=strip] [data-step]');
    await stopWork('Chafed lead under the arch');
    await bay.switchTo(ids.ines ?? '', PIN);
    await bay.click('[data-bay-go=items]');
    await closeIt('Chafed lead under the arch', 'By the lead: new sleeve fitted');
    await tablet.seeText('Only a lead may do that');
    expect(await closings()).toEqual([]);
    expect((await standing())?.reading.items.find((i) => i.origin === 'unsafe')?.closed).toBeNull();
  });

  it('the lead’s password lets in what is shown, and nothing else', async () => {
    await bay.click('[data-lead-confirms]');
    await (await tablet.find('[data-password-form] input[name=lead]')).sendKeys('ines');
    const password = await tablet.find('[data-password-form] input[name=password]');
    await password.sendKeys('not her password');
    await bay.click('[data-password-go]');
    await tablet.seeText('not right');
    expect(await tablet.axe()).toEqual([]);
    await (await tablet.find('[data-password-form] input[name=password]')).sendKeys(PASSWORD);
    await bay.click('[data-password-go]');
    await tablet.gone('[data-password-form]');
    await tablet.waitFor(
      async () => (await standing())?.reading.items.find((i) => i.origin === 'unsafe')?.closed !== null,
      'it was never closed',
    );
    expect(await closings()).toEqual([
      {
        words: 'By the lead: new sleeve fitted',
        by: ids.ines,
        signedIn: ids.tomas,
        letInBy: ids.ines,
        role: 'lead',
      },
    ]);
    // Shown here as well, without anything being asked for.
    await tablet.waitFor(
      () =>
        tablet.driver.executeScript<boolean>(
          'return [...document.querySelectorAll("[data-item]")].every((e) => !e.innerText.includes("Chafed lead"))',
        ),
      'the tablet never heard of it',
    );
  });

  it('offline it waits on the device, then for a lead, and the desk may let it in', async () => {
    await stopWork('Smell of petrol');
    await bay.network(false);
    await tablet.driver.executeScript('window.dispatchEvent(new Event("offline"))');
    await closeIt('Smell of petrol', 'By the lead: hose changed, dry after ten minutes');
    await tablet.waitFor(async () => (await bay.kept()) > 0, 'it was never written here');
    // What is not proven closes nothing here either.
    await tablet.seeText('Smell of petrol');
    await bay.killTab(`/bay#${(await standing())?.id ?? ''}/items`);
    await tablet.find('[data-bay-tab=items]');
    await bay.network(true);
    await tablet.driver.executeScript('window.dispatchEvent(new Event("online"))');
    await tablet.waitFor(async () => (await bay.kept()) === 0, 'it was never sent');
    expect(await closings()).toHaveLength(1);
    const desk = await openPage(app.url);
    try {
      await desk.signIn('ines');
      await desk.go('/held');
      await desk.find('[data-held=needs-lead]');
      expect(await desk.axe()).toEqual([]);
      await (await desk.named('button', 'Accept it')).click();
      await desk.gone('[data-held]');
    } finally {
      await desk.close();
    }
    expect((await closings()).map((c) => [c.by, c.signedIn, c.letInBy])).toContainEqual([
      ids.ines,
      ids.tomas,
      ids.ines,
    ]);
    await tablet.waitFor(
      async () =>
        (await standing())?.reading.items.every((i) => i.origin !== 'unsafe' || i.closed !== null) ?? false,
      'it never closed',
    );
  });
});
