import { By } from 'selenium-webdriver';
import type { Page } from './browser';

const until = (page: Page, what: string, condition: () => Promise<boolean>) => page.waitFor(condition, what);

/** Counts one kind of fastener of the step on screen until the sheet's number is reached. */
export async function countAll(page: Page, group: string): Promise<void> {
  const css = `[data-group="${group}"]`;
  for (;;) {
    const shown = (await page.attribute(css, 'data-count')) ?? '';
    const [done, wanted] = shown.split('/').map(Number);
    if (done === wanted) return;
    const buttons = await page.driver.findElements(By.css(`${css} > div:first-child > button`));
    // Minus, plus, and where more than one is left a button for the rest.
    await (buttons[2] ?? buttons[1])?.click();
    await until(page, `the count of ${group} stays ${shown}`, async () => {
      return (await page.attribute(css, 'data-count')) !== shown;
    });
  }
}

/** Works the steps of Strip or Mount to their end, counting every fastener. */
export async function workSteps(page: Page): Promise<number> {
  await page.find('[data-step]');
  for (let steps = 0; ; steps += 1) {
    if ((await page.attribute('[data-step]', 'data-ticked')) !== 'open') return steps;
    const progress = await page.attribute('[data-steps]', 'data-steps');
    const groups = await page.driver.findElements(By.css('[data-group]'));
    for (const id of await Promise.all(groups.map((g) => g.getAttribute('data-group'))))
      await countAll(page, id ?? '');
    await (await page.find('[data-tick-button]:enabled')).click();
    await until(page, `step ${steps + 1} is not taken in`, async () => {
      return (await page.attribute('[data-steps]', 'data-steps')) !== progress;
    });
  }
}

/** Says of every lamp in every setting of Prove that it was just so. */
export async function proveAll(page: Page): Promise<number> {
  await page.find('[data-lamp-proof]');
  for (let looks = 0; ; looks += 1) {
    const open = '[data-lamp-proof][data-proven=false]';
    const lamp = await page.attribute(open, 'data-lamp-proof');
    if (lamp === null) return looks;
    const setting = await page.attribute('[data-proof]', 'data-proof');
    await (await page.find(`${open} [data-just-so]`)).click();
    await until(page, `${lamp} in ${setting} is not taken in`, async () => {
      return (
        (await page.attribute('[data-proof]', 'data-proof')) !== setting ||
        (await page.attribute(`[data-lamp-proof="${lamp}"]`, 'data-proven')) === 'true'
      );
    });
  }
}
