import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { startDemoApp } from '../testing/demoApp';
import { openPage, type Page } from '../testing/browser';

let app: RunningApp;
let page: Page;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'yonder-files-'));
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('ines');
});
afterAll(async () => {
  await page.close();
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

const write = async (css: string, text: string) => {
  await page.tabTo(await page.find(css));
  await page.overwrite(text);
};
const choose = async (name: string, text: string) => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  await (await page.find('[data-import] input[type=file]', 'there')).sendKeys(file);
};

it('finds by a trade name, edits with the impact in view, and two people see both', async () => {
  await page.go('/shelf/lamp');
  await page.tabTo(await page.find('input[type=search]'));
  await page.press('headlight sounder', Key.ENTER);
  await page.find('[data-total="2"]');
  await page.find('[data-row=sounder-2-left]');
  expect(await page.axe()).toEqual([]);

  await page.go('/shelf/application/packet-ebb');
  await page.find('[data-rule-words]');
  await page.find('[data-revision="1"]');
  expect(await page.axe()).toEqual([]);
  await write('[data-column=rule]', '{{"op":"range","id":"y","fact":"model-year","from":2018}');
  await page.seeText('As it is typed now the row is not whole.');
  await write('[data-column=rule]', '{"op":"range","id":"y","fact":"model-year","from":2018}');
  // The finished job is not open; the one that came back has not chosen, and would lose its lamp.
  await page.seeText('Job 0010: Fits becomes Does not fit');

  const other = await openPage(app.url);
  try {
    await other.signIn('ines');
    await other.go('/shelf/application/packet-ebb');
    await other.tabTo(await other.find('[data-column=minutesLow]'));
    await other.overwrite('33');
    await other.press(Key.ENTER);
    await other.seeText('Saved as revision 2.');
  } finally {
    await other.close();
  }
  await page.tabTo(await page.named('button', 'Save as next revision'));
  await page.press(Key.ENTER);
  await page.find('[data-stale="2"]');
  expect(await (await page.find('[data-theirs=minutesLow]')).getText()).toContain('33');
  expect(await (await page.find('[data-column=rule]')).getAttribute('value')).toContain('2018');
});

it('a CSV with faults changes nothing and names each by line and column; a good one comes in', async () => {
  await page.go('/shelf/part');
  await choose('bad.csv', 'id,name,partNumber,price\r\nnew-part,"{""en-GB"":""Clip""}",C-1,free\r\n');
  await page.find('[data-import=faults]');
  await page.seeText('line 2, price');
  await choose(
    'good.csv',
    'id,name,partNumber,price\r\nnew-part,"{""en-GB"":""Clip""}",C-1,"{""minor"":5,""currency"":""EUR""}"\r\n',
  );
  await page.find('[data-import=done]');
  await page.find('[data-row=new-part]');
  expect(await page.axe()).toEqual([]);
  const cookie = (await page.driver.manage().getCookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const out = await (await fetch(`${app.url}/api/shelf/export/part.csv`, { headers: { cookie } })).text();
  expect(out).toContain('new-part');
  await choose('again.csv', out);
  await page.seeText('0 new, 0 revised');
});

it('looks for contradictions, and each leads to its row', async () => {
  await page.go('/shelf/application');
  await page.tabTo(await page.named('button', 'Look for contradictions'));
  await page.press(Key.ENTER);
  await page.find('[data-lint=found]');
  await page.find('[data-finding=plugs-differ]');
  expect(await page.axe()).toEqual([]);
  expect(await page.consoleErrors()).toEqual([]);
});

it('a photo is taken in, shown, and stripped; the quote is agreed and a part marked', async () => {
  const file = path.join(folder, 'front.jpg');
  await sharp({ create: { width: 900, height: 600, channels: 3, background: '#445' } })
    .withExif({ IFD0: { Make: 'Camera' } })
    .jpeg()
    .toFile(file);
  await page.go('/');
  await (await page.named('a', '0007')).click();
  await page.find('[data-stage=arrive]');
  await (await page.find('a[data-stage=arrive]')).click();
  await (await page.named('[role=tab]', 'Photos')).click();
  await (await page.find('input[type=file]', 'there')).sendKeys(file);
  const shown = await page.find('[data-photo] img');
  const src = (await shown.getAttribute('src')) ?? '';
  const cookie = (await page.driver.manage().getCookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const meta = await sharp(
    Buffer.from(await (await fetch(src, { headers: { cookie } })).arrayBuffer()),
  ).metadata();
  expect([meta.format, meta.width, meta.exif]).toEqual(['jpeg', 900, undefined]);
  expect(await page.axe()).toEqual([]);

  await (await page.find('a[data-stage=fit]')).click();
  await (await page.find('[data-fit-part=quote]')).click();
  await page.find('[data-agreed=stands]');
  await (await page.named('[data-part=skerry-620-right] button', 'received')).click();
  await page.find('[data-part=skerry-620-right][data-part-state=here]');
  expect(await page.axe()).toEqual([]);
  await (await page.find('[data-fit-part=boxes]')).click();
  await page.find('[data-box="headlamp.front.left"][data-box-checked=true]');
  expect(await page.axe()).toEqual([]);
  await (await page.find('[data-fit-part=lamps]')).click();
  for (const box of (
    await page.driver.findElements({ css: '[data-verdict-row] input[type=checkbox]' })
  ).slice(0, 3))
    await box.click();
  await (await page.find('[data-lay-side]')).click();
  await page.find('[data-compare="3"]');
  expect(await page.axe()).toEqual([]);
  expect(await page.consoleErrors()).toEqual([]);
});

it('a warranty return is linked to the earlier job, and asks to tell the supplier', async () => {
  await page.go('/');
  await (await page.named('a', '0010')).click();
  await (await page.find('a[data-stage=arrive]')).click();
  await (await page.named('[role=tab]', 'Warranty return')).click();
  await page.find('[data-warranty=fogged]');
  expect(await page.axe()).toEqual([]);
  await (await page.find('a[data-stage=release]')).click();
  await page.find('[data-origin=warranty]');
});
