import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { cameraFilm, codePicture } from '../testing/barCode';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

/** No vehicle of the demo has it. */
const VIN = '0YBPK7A51PW004711';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  const film = await cameraFilm(await codePicture('code39', VIN));
  page = await openPage(app.url, { width: 1024, height: 768 }, [
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-video-capture=${film}`,
  ]);
  await page.signIn('bea');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const vin = () => page.driver.executeScript<string>('return document.querySelector("input[name=vin]").value');

it('a VIN is read by the camera from its bar code, and stands in its field', async () => {
  await page.go('/jobs/new');
  await (await page.find('[data-scan-open]')).click();
  await page.find('[data-scan=live]');
  await page.waitFor(async () => (await vin()) === VIN, 'the VIN never stood in its field');
  await page.gone('[data-scan]');
  expect(await page.axe()).toEqual([]);
});

it('a label is scanned where anything is found, and what it says is looked for', async () => {
  await page.go('/calculators');
  await (await page.find('[data-find]')).click();
  await page.find('[data-find-field]:focus');
  await (await page.find('[role=dialog] [data-scan-open]')).click();
  await page.find('[data-find-state=nothing]');
  await page.gone('[data-scan]');
  expect(await page.driver.executeScript('return document.querySelector("[data-find-field]").value')).toBe(
    VIN,
  );
});

it('without a camera a picture does: a bag’s label opens its step, a foreign one nothing, of a blurred one it says what to do', async () => {
  const plain = await openPage(app.url, { width: 1024, height: 768 });
  try {
    await plain.signIn('tomas');
    const nine = (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === 9);
    const scan = async (file: string) => {
      await (await plain.find('[data-find]')).click();
      await (await plain.find('[role=dialog] [data-scan-open]')).click();
      await plain.find('[data-scan=none]');
      await (await plain.find('[data-scan-file]', 'there')).sendKeys(file);
    };
    await scan(await codePicture('qrcode', 'https://elsewhere.example/jobs/1'));
    await plain.seeText('That leads elsewhere');
    await (
      await plain.find('[data-scan-file]', 'there')
    ).sendKeys(await codePicture('code39', VIN, { blurred: 14 }));
    await plain.seeText('No bar code was read in that picture');
    await (
      await plain.find('[data-scan-file]', 'there')
    ).sendKeys(
      await codePicture('qrcode', `${app.url}/jobs/${nine?.id}/mount?step=arch-screws%40headlamp.front.left`),
    );
    await plain.find('[data-step="arch-screws@headlamp.front.left"]');
    for (const [file, said] of [
      [await codePicture('datamatrix', `17V\u001d${VIN}`), VIN],
      [await codePicture('code39', VIN, { turned: true }), VIN],
      [await codePicture('code39', 'FL-620-L'), 'FL-620-L'],
    ] as const) {
      await scan(file);
      await plain.gone('[data-scan]');
      expect(
        await plain.driver.executeScript('return document.querySelector("[data-find-field]").value'),
      ).toBe(said);
      await plain.press('\uE00C');
      await plain.gone('[data-find-field]');
    }
    expect(await plain.consoleErrors()).toEqual([]);
  } finally {
    await plain.close();
  }
});
