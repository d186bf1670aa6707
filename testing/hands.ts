import { By, Key } from 'selenium-webdriver';
import type { Page } from './browser';
import { byFinger, type Reach } from './reach';

const until = (page: Page, what: string, condition: () => Promise<boolean>) => page.waitFor(condition, what);

/** Counts one kind of fastener of the step on screen until the sheet's number is reached. */
export async function countAll(page: Page, group: string, by: Reach = byFinger(page)): Promise<void> {
  const css = `[data-group="${group}"]`;
  for (;;) {
    const shown = (await page.attribute(css, 'data-count')) ?? '';
    const [done, wanted] = shown.split('/').map(Number);
    if (done === wanted) return;
    const buttons = await page.driver.findElements(By.css(`${css} > div:first-child > button`));
    // Minus, plus, and where more than one is left a button for the rest.
    const more = buttons[2] ?? buttons[1];
    if (more) await by.on(more);
    await until(page, `the count of ${group} stays ${shown}`, async () => {
      return (await page.attribute(css, 'data-count')) !== shown;
    });
  }
}

/** Works the steps of Strip or Mount to their end, counting every fastener. */
export async function workSteps(page: Page, by: Reach = byFinger(page)): Promise<number> {
  await page.find('[data-step]');
  for (let steps = 0; ; steps += 1) {
    if ((await page.attribute('[data-step]', 'data-ticked')) !== 'open') return steps;
    const progress = await page.attribute('[data-steps]', 'data-steps');
    const groups = await page.driver.findElements(By.css('[data-group]'));
    for (const id of await Promise.all(groups.map((g) => g.getAttribute('data-group'))))
      await countAll(page, id ?? '', by);
    await by.on(await page.find('[data-tick-button]:enabled'));
    await until(page, `step ${steps + 1} is not taken in`, async () => {
      return (await page.attribute('[data-steps]', 'data-steps')) !== progress;
    });
  }
}

/** Says of every lamp in every setting of Prove that it was just so. */
export async function proveAll(page: Page, by: Reach = byFinger(page)): Promise<number> {
  await page.find('[data-lamp-proof], [data-aim]');
  for (let looks = 0; ; looks += 1) {
    const open = '[data-lamp-proof][data-proven=false]';
    const lamp = await page.attribute(open, 'data-lamp-proof');
    if (lamp === null) return looks;
    const setting = await page.attribute('[data-proof]', 'data-proof');
    // Where several are open one tap says it of all of them.
    const all = Number((await page.attribute('[data-all-just-so]', 'data-all-just-so')) ?? 0);
    await by.on(await page.find(all > 1 ? '[data-all-just-so]' : `${open} [data-just-so]`));
    if (all > 1) looks += all - 1;
    await until(page, `${lamp} in ${setting} is not taken in`, async () => {
      return (
        (await page.attribute('[data-proof]', 'data-proof')) !== setting ||
        (await page.attribute(`[data-lamp-proof="${lamp}"]`, 'data-proven')) === 'true'
      );
    });
  }
}

/** What a person does on a page again and again. */
export function hands(page: () => Page) {
  const click = async (css: string) => (await page().find(css)).click();
  const press = async (tags: string, words: string) => (await page().named(tags, words)).click();
  const type = async (css: string, text: string) => {
    await click(css);
    await page().press(text);
  };
  return {
    click,
    press,
    type,
    /** A list is picked from by its keys: a click would open it over the page. */
    pick: async (css: string, text: string) => {
      await page().tabTo(await page().find(css));
      await page().press(text);
    },
    next: (stage: string) => click(`[data-next-stage=${stage}]`),
    /** What is left is settled here, or handed over in writing; then the job is locked. */
    settleAndLock: async (words: string) => {
      // What is not drawn yet has no open items either.
      await page().find('[data-release-state]');
      for (let items = 0; items < 8; items += 1) {
        const open = await page().driver.findElements({ css: 'main [data-item]' });
        if (!open[0]) break;
        const id = (await open[0].getAttribute('data-item')) ?? '';
        await (await open[0].findElement({ css: 'button[aria-expanded]' })).click();
        await type('main [data-item] form input', words);
        await page().press(Key.ENTER);
        await page().gone(`main [data-item="${id}"]`);
      }
      await page().seeText('Everything is closed');
      await press('button', 'Release and lock');
      await page().find('[data-standing=locked]');
    },
  };
}
