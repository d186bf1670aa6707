import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { bayOf } from '../testing/bay';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

let app: RunningApp;
let page: Page;
let bay: ReturnType<typeof bayOf>;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  bay = bayOf(page);
  await page.signIn('tomas');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const standing = async (n: number) =>
  (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === n);

describe('the bay view', () => {
  it('takes the jobs along and has its shell on the device', async () => {
    await bay.open();
    expect(await page.axe()).toEqual([]);
  });

  it('finds jobs and steps that are on the device, without a network, and says what to do where nothing is', async () => {
    await bay.network(false);
    await page.go('/bay');
    await page.find('[data-bay=board]');
    await page.press('/');
    await page.find('[data-find-field]:focus');
    await page.press('zebra');
    await page.seeText('Nothing on this device has it');
    await page.overwrite('ws 0318');
    await page.find('[data-found="job/8"]');
    await page.press(Key.ENTER);
    await page.find('[data-bay-tab=strip] [data-step]');
    await page.press('/');
    await page.find('[data-find-field]:focus');
    await page.press('bumper');
    await page.find('[data-found^="mount/"]');
    expect(await page.axe()).toEqual([]);
    const found = (await page.attribute('[data-found^="mount/"]', 'data-found')) ?? '';
    await bay.click(`[data-found="${found}"]`);
    await page.find(`[data-bay-tab=mount] [data-step="${found.slice('mount/'.length)}"]`);
    await bay.network(true);
  });

  it('is worked without a network, the tab ended in the middle, and joins with what was kept', async () => {
    const before = await standing(8);
    const job = before?.id ?? '';
    await bay.network(false);
    // A cold page: nothing of it comes from the server.
    await page.go('/bay');
    await page.find('[data-bay=board]');
    await page.waitFor(
      async () => (await page.attribute('[data-net]', 'data-net')) === 'off',
      'it never said that there is no network',
    );
    await bay.click('[data-bay-job="8"]');
    await page.find('[data-bay-tab=strip] [data-step]');
    const first = (await page.attribute('[data-step]', 'data-step')) ?? '';
    await bay.click('[data-main]');
    await page.waitFor(
      async () => (await page.attribute('[data-step]', 'data-step')) !== first,
      'it stayed at the step that was done',
    );
    // By keys: a step with screws is counted, and cannot be done before.
    for (let i = 0; i < 6 && (await bay.count('[data-group]')) === 0; i += 1) {
      const here = await page.attribute('[data-step]', 'data-step');
      await bay.click('[data-main]');
      await page.waitFor(
        async () => (await page.attribute('[data-step]', 'data-step')) !== here,
        'the next step never came',
      );
    }
    await page.driver.executeScript('document.activeElement.blur()');
    await page.press('+');
    await page.waitFor(
      async () => (await page.attribute('[data-group]', 'data-count'))?.startsWith('1/') ?? false,
      'the count never moved',
    );
    const waits = Number(await page.attribute('[data-net]', 'data-kept'));
    expect(waits).toBeGreaterThanOrEqual(2);

    // The tab is ended, another is opened: all of it is there, still without a network.
    await bay.killTab(`/bay#${job}/strip`);
    await page.find('[data-bay-tab=strip] [data-step]');
    expect(Number(await page.attribute('[data-net]', 'data-kept'))).toBe(waits);
    expect(await page.attribute('[data-group]', 'data-count')).toMatch(/^1\//);

    await bay.join();
    const after = await standing(8);
    const ticks = (j: typeof before) => j?.reading.strip.out.filter((l) => l.tick !== null).length ?? 0;
    expect(ticks(after)).toBeGreaterThan(ticks(before));
    expect(after?.reading.strip.entries.length).toBe((before?.reading.strip.entries.length ?? 0) + 1);
    expect(after?.pack.events.length).toBe((before?.pack.events.length ?? 0) + waits);
  });

  it('keys: undo takes back what was done last, and nothing else', async () => {
    const counted = async () => (await page.attribute('[data-group]', 'data-count')) ?? '';
    await page.driver.executeScript('document.activeElement.blur()');
    await page.press(Key.BACK_SPACE);
    await page.waitFor(async () => (await counted()).startsWith('0/'), 'the count was not taken back');
  });

  it('the counter sees ticks come in on the desk, and another device here, without asking', async () => {
    const counter = await openPage(app.url);
    try {
      await counter.signIn('jory');
      await counter.go(`/jobs/${(await standing(8))?.id}/strip`);
      const steps = async () => (await counter.attribute('[data-steps]', 'data-steps')) ?? '';
      await counter.find('[data-steps]');
      const before = await steps();
      // The whole step, screw by screw: the keys count the first kind that is still to come.
      await page.driver.executeScript('document.activeElement.blur()');
      const enabled = () =>
        page.driver.executeScript<boolean>('return !document.querySelector("[data-main]").disabled');
      const counts = () =>
        page.driver.executeScript<string>(
          'return [...document.querySelectorAll("[data-group]")].map((g) => g.dataset.count).join()',
        );
      const whole = (text: string) => text.split(',').every((c) => c.split('/')[0] === c.split('/')[1]);
      while (!whole(await counts())) {
        const now = await counts();
        await page.press('+');
        await page.waitFor(async () => (await counts()) !== now, 'the count stood still');
      }
      await page.waitFor(enabled, 'it could not be done');
      await bay.click('[data-main]');
      await counter.waitFor(async () => (await steps()) !== before, 'the counter never heard of it');
    } finally {
      await counter.close();
    }
    // Taken back, so that the step stands as it did.
    await bay.click('[data-previous]');
    await bay.click('[data-undo]');
    await page.find('[data-step][data-ticked=open]');
  });

  it('stop, not safe, is an item that only a lead closes', async () => {
    await bay.click('[data-aside=stop]');
    const field = await page.find('[data-aside-open=stop] input');
    await field.sendKeys('Chafed lead under the arch');
    await bay.click('[data-aside-save]');
    await page.gone('[data-aside-open]');
    await bay.click('[data-bay-go=items]');
    await page.seeText('Chafed lead under the arch');
    const job = await standing(8);
    expect(job?.reading.items.find((i) => i.origin === 'unsafe')).toMatchObject({ closableBy: 'lead' });
    expect(await page.axe()).toEqual([]);
  });

  it('a photo taken without a network is kept on the device, and sent when there is one', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'yonder-bay-'));
    const file = path.join(folder, 'clip.png');
    await sharp({ create: { width: 640, height: 480, channels: 3, background: '#456' } })
      .png()
      .toFile(file);
    await bay.click('[data-bay-go=strip]');
    await page.find('[data-step]');
    await bay.network(false);
    await page.driver.executeScript('window.dispatchEvent(new Event("offline"))');
    await bay.click('[data-aside=photo]');
    await (await page.find('[data-aside-open=photo] input[type=file]', 'there')).sendKeys(file);
    await page.seeText('Kept on this device');
    await page.seeText('1 photo');
    // It is seen here before any server has it.
    await page.waitFor(
      () =>
        page.driver.executeScript<boolean>(
          'const i = document.querySelector("[data-step-photos] img"); return i !== null && i.src.startsWith("blob:") && i.complete && i.naturalWidth > 0',
        ),
      'the photo is not to be seen',
    );
    await bay.join();
    const photo = (await standing(8))?.reading.record.photos.at(-1)?.body.photo ?? '';
    const status = await page.driver.executeScript<number>(
      'return fetch(`/api/photos/${arguments[0]}`).then((r) => r.status)',
      photo,
    );
    expect(status).toBe(200);
    rmSync(folder, { recursive: true, force: true });
  });

  it('what is held is seen at the vehicle, and settled there by who may', async () => {
    const job = (await standing(8))?.id;
    const sent = await page.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1];
       fetch('/api/events', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events: [{
         id: '01900000-0000-7000-8000-00000000000b', job: arguments[0], type: 'item-closed', v: 1, at: new Date().toISOString(),
         device: 'd', deviceSeq: 1, body: { item: 'x', how: 'handed-over', words: 'written down' } }] }) })
         .then((r) => r.text()).then(done)`,
      job,
    );
    expect(sent).toContain('"outcome":"held"');
    await page.go('/bay');
    await page.find('[data-bay=board]');
    await page.seeText('1 held');
    // It is here without a network too, as it was heard last.
    await bay.network(false);
    await page.go('/bay');
    await page.seeText('1 held');
    await bay.network(true);
    await bay.click('[data-net]');
    await page.find('[data-kept-sheet] [data-held="not-allowed"]');
    expect(await page.axe()).toEqual([]);
    // A technician lets nothing in, and may put aside what is their own.
    expect(await page.driver.findElements({ xpath: '//button[text()="Accept it"]' })).toEqual([]);
    await (await page.named('button', 'Put aside')).click();
    await page.gone('[data-held]');
    await page.press(Key.ESCAPE);
    await bay.click('[data-bay-job="8"]');
    await page.find('[data-step]');
  });

  it('every stage that is worked at the vehicle stands at 390 pixels without sideways scrolling', async () => {
    await page.screen(390, 844);
    for (const tab of ['arrive', 'wire', 'strip', 'bench', 'mount', 'prove', 'items']) {
      await bay.click(`[data-bay-go=${tab}]`);
      await page.find(`[data-bay-tab=${tab}]`);
      const wide = await page.driver.executeScript<number>(
        'return document.querySelector("[data-bay-tab]").scrollWidth - document.querySelector("[data-bay-tab]").clientWidth',
      );
      expect([tab, wide]).toEqual([tab, 0]);
    }
    // What the browser says of a network that was off is no fault of ours.
    const errors = await page.consoleErrors();
    expect(errors.filter((e) => !e.includes('ERR_INTERNET_DISCONNECTED'))).toEqual([]);
  });
});
