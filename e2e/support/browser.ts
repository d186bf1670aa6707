import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import axe from 'axe-core';
import { Builder, By, Key, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';
import { PASSWORD } from './app';

const ARGUMENTS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-features=OptimizationHints,MediaRouter',
  '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
];
const WAIT_MS = 15_000;

/** A real browser with the few motions that the tests need. */
export interface Page {
  readonly driver: WebDriver;
  readonly go: (path: string) => Promise<void>;
  /** Waits for an element, by default until it can be seen; `there`: that it exists is enough. */
  readonly find: (css: string, how?: 'there') => Promise<WebElement>;
  /** The first visible element of the given tags whose text or label holds the words. */
  readonly named: (tags: string, words: string) => Promise<WebElement>;
  readonly seeText: (words: string) => Promise<void>;
  readonly gone: (css: string) => Promise<void>;
  /** Presses keys wherever the focus is. */
  readonly press: (...keys: string[]) => Promise<void>;
  /** Puts a text in place of what stands in the field that has the focus. */
  readonly overwrite: (text: string) => Promise<void>;
  /** Walks by Tab until the element has the focus: only what a keyboard reaches is reached. */
  readonly tabTo: (target: WebElement) => Promise<void>;
  readonly signIn: (username: string) => Promise<void>;
  /** Violations that axe finds on the page as it is, in short words. */
  readonly axe: () => Promise<readonly string[]>;
  readonly consoleErrors: () => Promise<readonly string[]>;
  readonly picture: (file: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

export async function openPage(
  base: string,
  size: { width: number; height: number } = { width: 1280, height: 800 },
): Promise<Page> {
  const home = mkdtempSync(path.join(tmpdir(), 'yonder-browser-'));
  const options = new chrome.Options();
  options.setBinaryPath('/usr/bin/chromium');
  options.addArguments(...ARGUMENTS, `--user-data-dir=${home}`);
  const prefs = new logging.Preferences();
  prefs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(prefs);
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver').setEnvironment({
    ...(process.env as Record<string, string>),
    HOME: home,
  });
  const driver = (await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(service)
    .build()) as chrome.Driver;
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    ...size,
    deviceScaleFactor: 1,
    mobile: false,
  });

  const find = async (css: string, how?: 'there') => {
    const element = await driver.wait(until.elementLocated(By.css(css)), WAIT_MS, `nothing matches ${css}`);
    if (how === 'there') return element;
    return driver.wait(until.elementIsVisible(element), WAIT_MS, `${css} stays hidden`);
  };
  const named = (tags: string, words: string) =>
    driver.wait(
      async () => {
        const all = await driver.findElements(By.css(tags));
        for (const element of all) {
          try {
            const text = `${await element.getText()} ${(await element.getAttribute('aria-label')) ?? ''}`;
            if (text.includes(words) && (await element.isDisplayed())) return element;
          } catch {
            return null; // The page drew anew while it was read; look again.
          }
        }
        return null;
      },
      WAIT_MS,
      `no ${tags} says “${words}”`,
    ) as Promise<WebElement>;
  const press = (...keys: string[]) =>
    driver
      .actions()
      .sendKeys(...keys)
      .perform();
  const active = () => driver.switchTo().activeElement();

  return {
    driver,
    find,
    named,
    press,
    go: (to) => driver.get(`${base}${to}`),
    seeText: async (words) => {
      await driver.wait(
        async () => (await driver.executeScript<string>('return document.body.innerText')).includes(words),
        WAIT_MS,
        `never saw “${words}”`,
      );
    },
    gone: async (css) => {
      await driver.wait(
        async () => (await driver.findElements(By.css(css))).length === 0,
        WAIT_MS,
        `${css} stayed`,
      );
    },
    overwrite: async (text) => {
      await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform();
      await press(text);
    },
    tabTo: async (target) => {
      const id = await target.getId();
      for (let i = 0; i < 250; i += 1) {
        if ((await (await active()).getId()) === id) return;
        await press(Key.TAB);
      }
      throw new Error('Tab never reached the element');
    },
    signIn: async (username) => {
      await driver.get(`${base}/sign-in`);
      await (await find('input[name=username]')).sendKeys(username);
      await (await find('input[name=password]')).sendKeys(PASSWORD, Key.ENTER);
      await find('header nav');
    },
    axe: async () => {
      await driver.executeScript(axe.source);
      const results = await driver.executeAsyncScript<{
        violations: { id: string; nodes: { html: string }[] }[];
      }>(
        'const done = arguments[arguments.length - 1]; axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"] }).then(done);',
      );
      return results.violations.map(
        (v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`,
      );
    },
    consoleErrors: async () => {
      const entries = await driver.manage().logs().get(logging.Type.BROWSER);
      return entries.filter((e) => e.level.value >= logging.Level.WARNING.value).map((e) => e.message);
    },
    picture: async (file) => writeFileSync(file, await driver.takeScreenshot(), 'base64'),
    close: async () => {
      await driver.quit();
      rmSync(home, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 });
    },
  };
}
