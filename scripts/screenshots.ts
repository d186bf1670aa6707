/** Takes one picture of each main view from the demo data into docs/screenshots. Needs TEST_DATABASE_URL and a build. */
import { Key } from 'selenium-webdriver';
import { mkdirSync } from 'node:fs';
import { desc } from 'drizzle-orm';
import { startApp } from '../testing/app';
import { demoDatabase } from '../testing/demoDatabase';
import { openPage } from '../testing/browser';
import { job } from '@/server/db/schema';

const folder = process.argv[2] ?? 'docs/screenshots';
const only = process.argv[3]?.split(',');
mkdirSync(folder, { recursive: true });
const app = await startApp(await demoDatabase());
const page = await openPage(app.url);
try {
  const ids = new Map(
    (await app.db.select().from(job).orderBy(desc(job.number))).map((j) => [j.number, j.id]),
  );
  const at = (number: number, stage: string) => `/jobs/${ids.get(number)}/${stage}`;
  const shots: [string, string, string][] = [
    ['jobs', '/', 'tr[data-job]'],
    ['arrive', at(6, 'arrive'), '[data-because]'],
    ['fit', at(4, 'fit'), '[data-verdict-row]'],
    ['wire', at(8, 'wire'), '[data-map]'],
    ['light', at(9, 'light'), '[data-lamp]'],
    ['bench', at(7, 'bench'), '[data-bench]'],
    ['strip', at(8, 'strip'), '[data-step]'],
    ['mount', at(9, 'mount'), '[data-step]'],
    ['prove', at(9, 'prove'), '[data-proof]'],
    ['release', at(9, 'release'), '[data-because]'],
    ['shelf', '/shelf/application', 'table'],
    ['shelf-row', '/shelf/family/orrel-packet', '[data-drawn]'],
    ['shelf-program', '/shelf/lamp/skerry-620-left', '[data-drawn="lamp/program"]'],
    ['shop-people', '/shop/people', '[data-person]'],
    ['shop-figures', '/shop/figures', '[data-figure]'],
    ['sheet-customer', `/jobs/${ids.get(1)}/sheets/customer`, 'main h1'],
    ['sheet-harness', `/jobs/${ids.get(12)}/sheets/harness?pos=headlamp.front.left`, 'main h1'],
    ['phone', at(8, 'strip'), '[data-step]'],
    ['bay-step', `/bay#${ids.get(8)}/strip`, '[data-bay-tab=strip] [data-step]'],
  ];
  await page.signIn('ines');
  for (const [name, path, wait] of shots) {
    if (only && !only.includes(name)) continue;
    // The beam is looked at in the dark.
    await page.night(name === 'prove');
    await page.screen(name === 'phone' ? 390 : 1280, name === 'phone' ? 844 : 800);
    // A tablet on its magnet, at night.
    if (name === 'bay-step') {
      await page.driver.executeScript('localStorage.setItem("yonder-theme", "night")');
      await page.screen(1024, 768);
    }
    await page.go(path);
    await page.find(wait);
    if (name === 'shelf-row')
      await page.driver.executeScript(
        'document.querySelector("[data-drawn=\\"family/fuseBoxes\\"]")?.scrollIntoView()',
      );
    if (name === 'wire')
      for (const control of ['[data-map-mode=live]', '[data-control=running]', '[data-control="lights=low"]'])
        await (await page.find(control)).click();
    if (name === 'light') {
      await (await page.find('[data-prepared="turn-over-drl"]')).click();
      await (await page.find('[data-play=true]')).click();
      await page.driver.executeScript('document.querySelector("[data-score]").focus()');
      // 1 130 ms: the sweep is on its way.
      await page.press(Key.HOME);
      for (let i = 0; i < 11; i += 1) await page.press(Key.PAGE_UP);
      for (let i = 0; i < 3; i += 1) await page.press(Key.ARROW_RIGHT);
    }
    if (name === 'shelf-program') {
      await page.driver.executeScript(
        'document.querySelector("[data-drawn=\\"lamp/program\\"]")?.scrollIntoView()',
      );
      await (await page.find('[data-play-program="hazard-brake"]')).click();
      await page.find('[data-program-face] [data-lit=turn]');
    }
    await page.picture(`${folder}/${name}.png`);
    for (const e of await page.consoleErrors()) console.log(name, e);
  }
} finally {
  await page.close();
  await app.stop();
}
