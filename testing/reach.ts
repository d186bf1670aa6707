import { By, Key, type WebElement } from 'selenium-webdriver';
import type { Page } from './browser';

/** How a person gets at what a page has: by keys alone, or by finger. */
export interface Reach {
  /** Sets off a button, a link or a disclosure, or chooses what a label names. */
  readonly on: (target: WebElement) => Promise<void>;
  /** Puts what is typed next into a field. */
  readonly into: (field: WebElement) => Promise<void>;
  /** Turns to a tab of those that stand beside the one that is shown. */
  readonly toTab: (tab: WebElement) => Promise<void>;
  /** Whether single keys are commands here: there is something to press them on. */
  readonly hasKeys: boolean;
  /** Goes to a stage of the job. */
  readonly toStage: (stage: string) => Promise<void>;
}

/** By keys alone: only what Tab comes by is reached. */
export function byKeys(page: Page): Reach {
  const on: Reach['on'] = async (target) => {
    const tag = await target.getTagName();
    await page.tabTo(tag === 'label' ? await target.findElement(By.css('input')) : target);
    await page.press(tag === 'a' ? Key.ENTER : Key.SPACE);
  };
  return {
    hasKeys: true,
    on,
    into: page.tabTo,
    toTab: async (tab) => {
      const tabs = await tab.findElements(By.xpath('./ancestor::*[@role="tablist"][1]//*[@role="tab"]'));
      const shown = await Promise.all(tabs.map((t) => t.getAttribute('aria-selected')));
      const same = await Promise.all(
        tabs.map((t) => page.driver.executeScript<boolean>('return arguments[0] === arguments[1]', t, tab)),
      );
      const [from, to] = [shown.indexOf('true'), same.indexOf(true)];
      const at = tabs[from];
      if (!at) throw new Error('no tab is shown');
      await page.tabTo(at);
      const key = to > from ? Key.ARROW_RIGHT : Key.ARROW_LEFT;
      await page.press(...Array.from({ length: Math.abs(to - from) }, () => key));
    },
    toStage: async (stage) => on(await page.find(`a[data-stage=${stage}]`)),
  };
}

/** Scrolls an element into the middle and says where it stands; nothing: something covers it. */
const AT_REST = `
  const [e] = arguments;
  e.scrollIntoView({ block: 'center', behavior: 'instant' });
  const r = e.getBoundingClientRect();
  const top = document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2);
  return top && e.contains(top) ? [r.left, r.top, r.width, r.height].join() : '';
`;

/** By finger on a small screen: what is covered or out of reach refuses the tap. */
export function byFinger(page: Page): Reach {
  // Who taps scrolls first, away from the edges, and taps what has come to rest and is not covered.
  const on: Reach['on'] = async (target) => {
    let before = '';
    await page.waitFor(async () => {
      const at = await page.driver.executeScript<string>(AT_REST, target);
      const rests = at !== '' && at === before;
      before = at;
      return rests;
    }, 'what is to be tapped never came to rest in the open');
    await target.click();
  };
  return {
    hasKeys: false,
    on,
    toTab: on,
    into: async (field) => {
      // The picker that a list opens is the device’s own.
      if ((await field.getTagName()) === 'select')
        await page.driver.executeScript('arguments[0].focus()', field);
      else await on(field);
    },
    toStage: async (stage) => {
      await on(await page.find('[data-loom-folds]'));
      await on(await page.find(`a[data-stage=${stage}]`));
    },
  };
}
