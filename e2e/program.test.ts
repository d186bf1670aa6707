import { Key, Origin } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('ines');
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const program = async () =>
  JSON.parse(
    await page.driver.executeScript<string>(
      'return document.querySelector("textarea[data-column=program]").value',
    ),
  ) as {
    segments: readonly { id: string; x: number; y: number; w: number; h: number }[];
    functions: readonly { does: string; segments: readonly string[] }[];
  };

it('an area is drawn on a lamp’s face, moved by keys, lit by a function, and saved', async () => {
  await page.go('/shelf/lamp/lull');
  const face = await page.find('[data-face-areas] svg');
  await page.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', face);
  const before = await program();
  const { width, height } = await face.getRect();
  // From its middle, where nothing of this lamp lies: up and to the right.
  await page.driver
    .actions()
    .move({ origin: face, x: -Math.round(width * 0.45), y: -Math.round(height * 0.48) })
    .press()
    .move({ origin: Origin.POINTER, x: Math.round(width * 0.1), y: Math.round(height * 0.1), duration: 60 })
    .release()
    .perform();
  await page.find('[data-area=a1]');
  const drawn = (await program()).segments.find((s) => s.id === 'a1');
  expect(Math.abs((drawn?.x ?? 0) - 5)).toBeLessThan(1.5);
  expect(Math.abs((drawn?.w ?? 0) - 10)).toBeLessThan(1.5);
  await page.driver.executeScript('document.querySelector("[data-area=a1]").focus()');
  await page.press(Key.ARROW_RIGHT);
  await page.press(Key.ARROW_RIGHT);
  expect((await program()).segments.find((s) => s.id === 'a1')?.x).toBeCloseTo((drawn?.x ?? 0) + 2, 5);
  await (await page.find('[data-lit-by=high-stop]')).click();
  expect((await program()).functions.find((f) => f.does === 'high-stop')?.segments).toContain('a1');
  expect(await page.axe()).toEqual([]);
  await (await page.named('button', 'Save')).click();
  await page.find('[data-revision="2"]');
  await page.reload();
  expect((await program()).segments).toHaveLength(before.segments.length + 1);
  expect(await page.consoleErrors()).toEqual([]);
});
