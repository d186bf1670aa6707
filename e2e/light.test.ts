import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

let app: RunningApp;
let page: Page;
let id: string;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('tomas');
  id = (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === 9)?.id ?? '';
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const click = async (css: string) => {
  await page.find(css);
  await page.driver.executeScript('document.querySelector(arguments[0]).click()', css);
};
const atMs = async () => Number(await page.attribute('[data-score]', 'aria-valuenow'));
const LEFT = '[data-lamp="headlamp.front.left"]';
const lit = async (css: string) => (await page.driver.findElements({ css })).length;

describe('the score of Light', () => {
  it('plays, pauses, is scrubbed by keys, and shows on every drawing what is lit at that moment', async () => {
    await page.go(`/jobs/${id}/light`);
    await page.find('html[data-keys]');
    await click('[data-prepared="turn-over-drl"]');
    await page.waitFor(async () => (await atMs()) > 200, 'it never played');
    await click('[data-play=true]');
    await page.find('[data-play=false]');
    await page.driver.executeScript('document.querySelector("[data-score]").focus()');
    await page.press(Key.HOME);
    expect(await atMs()).toBe(0);
    // The lever is thrown at 1 000 ms; ten steps of 100 ms and one of 10 go just beyond.
    for (let i = 0; i < 10; i += 1) await page.press(Key.PAGE_UP);
    await page.press(Key.ARROW_RIGHT);
    expect(await atMs()).toBe(1010);
    expect(await lit(`${LEFT} [data-lit=turn]`)).toBe(1);
    for (let i = 0; i < 15; i += 1) await page.press(Key.ARROW_RIGHT);
    expect(await atMs()).toBe(1160);
    // Six parts, 30 ms apart: all are lit after 150 ms, on the face and on the vehicle.
    expect(await lit(`${LEFT} [data-lit=turn]`)).toBe(6);
    expect(await lit('[data-dusk-view=after] [data-dusk="headlamp.front.left"] [data-lit=turn]')).toBe(6);
    expect(await lit('[data-dusk-view=after] [data-dusk="headlamp.front.right"] [data-lit=turn]')).toBe(0);
    expect(await lit('[data-dusk-view=before] [data-lit=turn]')).toBe(1);
    expect(await page.axe()).toEqual([]);
  });

  it('a thrown switch plays against what was before; the rear is seen from behind', async () => {
    await click('[data-control="key=on"]');
    await click('[data-control=hazard]');
    await page.find('[data-prepared="turn-over-drl"][aria-pressed=false]');
    await page.find(`${LEFT} [data-lit=turn]`);
    await click('[data-side=rear]');
    await page.find('[data-dusk-view=after] [data-dusk="tail.rear.left"] [data-lit=turn]');
    await click('[data-control=hazard]');
    await click('[data-side=front]');
  });

  it('a switch that is thrown while it records becomes a move that can be shifted by keys', async () => {
    await click('[data-record=false]');
    await page.waitFor(async () => (await atMs()) > 300, 'it never recorded');
    await click('[data-control=brake]');
    await page.waitFor(async () => (await lit('circle[role=slider]')) > 0, 'no move was recorded');
    await click('[data-record=true]');
    const handle = 'circle[role=slider]';
    const before = Number(await page.attribute(handle, 'aria-valuenow'));
    await page.driver.executeScript('document.querySelector(arguments[0]).focus()', handle);
    await page.press(Key.PAGE_UP);
    await page.waitFor(
      async () => Number(await page.attribute(handle, 'aria-valuenow')) === before + 100,
      'the move stayed where it was',
    );
  });

  it('tapping along by the space bar gives a rate that the score goes by', async () => {
    await click('[data-prepared="turn-over-drl"]');
    await click('[data-tap-along]');
    await page.find('[data-tap]');
    // The browser's own clock ticks the taps: 600 ms apart, held for 240.
    await page.driver.executeScript(`
      const tap = document.querySelector('[data-tap]');
      const now = performance.now.bind(performance);
      let at = now();
      performance.now = () => at;
      for (let k = 0; k < 9; k += 1) {
        tap.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
        at += 240;
        tap.dispatchEvent(new KeyboardEvent('keyup', { key: ' ', bubbles: true }));
        at += 360;
      }
      performance.now = now;`);
    await page.find('[data-tapped]');
    await page.seeText('100 a minute, between 100 and 100');
    await page.seeText('lit 40 % of the time');
    await click('[data-tap-keep]');
    await page.seeText('Kept.');
    await page.press(Key.ESCAPE);
    await page.gone('[data-tap]');
    await page.waitFor(
      async () =>
        (
          await page.driver.executeScript<string>(
            'return document.querySelector("[data-dusk-view=after] figcaption").textContent',
          )
        ).includes('100 a minute'),
      'the score did not go by it',
    );
    expect(await page.consoleErrors()).toEqual([]);
  });

  it('frames of a clip give the sweep; what was measured is offered to the shelf, which keeps it with who and when', async () => {
    await click('[data-frames]');
    // 44 pictures at 240 a second: 183.3 ms, one picture more or less at the ends.
    for (const [name, value] of [
      ['first', '100'],
      ['last', '144'],
      ['rate', '240'],
    ] as const) {
      await (await page.find(`form input[name=${name}]`)).click();
      await page.overwrite(value);
    }
    await page.seeText('183.3 ms, between 179.2 ms and 187.5 ms');
    await click('[data-frames-keep]');
    await page.gone('[data-frames-keep]');
    await page.seeText('Sweep measured here: full after 179.2 to 187.5 ms');
    // A technician sees it; the shelf is a lead's.
    expect(await lit('[data-offer]')).toBe(0);
    const lead = await openPage(app.url);
    try {
      await lead.signIn('ines');
      await lead.go(`/jobs/${id}/light`);
      await lead.find('[data-offer=sweep]');
      const href = (await lead.attribute('[data-offer=sweep]', 'href')) ?? '';
      expect(href).toContain('/shelf/lamp/skerry-620-left');
      await lead.go(href.replace(app.url, ''));
      await lead.find('[data-offered]');
      await lead.seeText('measured by Tomas Quill');
      await (await lead.named('button', 'Save')).click();
      await lead.find('[data-revision="2"]');
      const program = await lead.driver.executeScript<string>(
        'return document.querySelector("textarea[data-column=program]").value',
      );
      // Six parts, five steps: 179.17 / 5 to 187.5 / 5 ms.
      expect(program).toContain('"from": 35.83');
      expect(program).toContain('"to": 37.5');
    } finally {
      await lead.close();
    }
  });

  it('a score comes back from its file; a file that is none is named and changes nothing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'score-'));
    const put = async (name: string, text: string) => {
      writeFileSync(join(folder, name), text);
      await (await page.find('input[type=file]', 'there')).sendKeys(join(folder, name));
    };
    const length = async () => Number(await page.attribute('[data-score]', 'aria-valuemax'));
    await put(
      'score.json',
      JSON.stringify({ lengthMs: 4321, moves: [{ atMs: 100, set: { brake: 'yes' } }] }),
    );
    await page.waitFor(async () => (await length()) === 4321, 'it was not taken');
    for (const [name, text] of [
      ['torn.json', '{"lengthMs": 10'],
      ['empty.json', '{"lengthMs": 100, "moves": [null]}'],
      ['back.json', '{"lengthMs": 100, "moves": [{"atMs": -5, "set": {"brake": "yes"}}]}'],
    ] as const) {
      await put(name, text);
      await page.find('main [role=alert]');
      expect(await length()).toBe(4321);
    }
    expect(await page.consoleErrors()).toEqual([]);
  });

  it('Fit shows a lamp at dusk before it is chosen', async () => {
    await page.go(`/jobs/${id}/fit`);
    await page.find('html[data-keys]');
    await click('table input[type=checkbox]');
    await page.driver.executeScript(
      `[...document.querySelectorAll('button')].find((b) => b.textContent.includes('See it at dusk')).click()`,
    );
    await page.find('[data-compare-dusk] [data-lit=turn]');
    expect(await lit('[data-compare-dusk] figure')).toBe(2);
    expect(await page.consoleErrors()).toEqual([]);
  });
});
