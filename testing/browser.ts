import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import axe from 'axe-core';
import { Builder, Key, logging, type WebDriver, type WebElement } from 'selenium-webdriver';
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
/** Long enough for a machine that does other work as well; what holds is seen at once. */
const WAIT_MS = 90_000;
/** From outside: soon first, seldom later. Each look wakes four processes, which other tests could use. */
const [FIRST_LOOK_MS, LAST_LOOK_MS, SELDOMER] = [15, 150, 1.3];
/** Within the page: one call looks for so long, as often as something has changed, and is asked again after a navigation. */
const [LOOK_MS, BEAT_MS, BEATS_UNCHANGED] = [5_000, 20, 5];
const untilThere = (look: string): string => `
  const args = [...arguments];
  const done = args.pop();
  const look = function () { ${look} };
  const until = performance.now() + ${LOOK_MS};
  let beat = 0;
  let changed = true;
  const observer = new MutationObserver(() => { changed = true; });
  observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
  const go = () => {
    if (changed || beat % ${BEATS_UNCHANGED} === 0) {
      changed = false;
      const found = look(...args);
      if (found || performance.now() > until) {
        observer.disconnect();
        done(found || null);
        return;
      }
    }
    beat += 1;
    setTimeout(go, ${BEAT_MS});
  };
  go();
`;
/** What the driver says when the page went away under a look. */
const LEFT = /unloaded|navigat|abort|context|detached|script timeout|No node|not connected/i;
/** The first element of a selector, once it can be seen or where its being there is enough. */
const MATCHES = `
  const [css, there] = arguments;
  const e = document.querySelector(css);
  return e && (there || e.checkVisibility({ visibilityProperty: true, opacityProperty: true })) ? e : null;
`;
/** The first visible element of a selector whose text or label holds the words. */
const SAYS = `
  const [tags, words] = arguments;
  return [...document.querySelectorAll(tags)].find((e) =>
    (e.innerText + ' ' + (e.getAttribute('aria-label') ?? '')).includes(words) &&
    e.checkVisibility({ visibilityProperty: true, opacityProperty: true }),
  ) ?? null;
`;
/** How many Tab stops at most lie between the focus and an element: 0 when it has the focus, walking round past the end. */
const STOPS_AHEAD = `
  const target = arguments[0];
  if (document.activeElement === target) return 0;
  const stops = [...document.querySelectorAll('a[href], button, input, select, textarea, summary, [tabindex]')]
    .filter((e) => e.tabIndex >= 0 && !e.disabled && e.checkVisibility());
  const from = stops.indexOf(document.activeElement);
  const to = stops.indexOf(target);
  return Math.max(1, to < from ? stops.length - from + to : to - from);
`;

const RUN_AXE = `
  const done = arguments[0];
  axe
    .run(document, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
      resultTypes: ['violations'],
    })
    .then(async ({ violations }) => {
      // What lies half under a bar at the foot of the screen is scrolled out from under it first.
      const stays = async (node) => {
        const at = document.querySelector(node.target[0]);
        at?.scrollIntoView({ block: 'center' });
        const again = await axe.run(document, { runOnly: { type: 'rule', values: ['target-size'] } });
        return again.violations.some((v) => v.nodes.some((n) => n.target[0] === node.target[0]));
      };
      const said = [];
      for (const v of violations) {
        const nodes = [];
        for (const n of v.nodes) if (v.id !== 'target-size' || (await stays(n))) nodes.push(n);
        if (nodes.length > 0) said.push(v.id + ': ' + nodes.map((n) => n.html.slice(0, 160)).join(' | '));
      }
      done(said);
    });
`;
const SEES = `return document.body !== null && document.body.innerText.includes(arguments[0]);`;
const HAS_NOT = `return document.querySelector(arguments[0]) === null;`;

/**
 * Whether React has taken over each control that the server sent: until then keys and pointers do nothing.
 * React marks the elements it holds with a property of this name.
 */
const TAKEN_OVER = `
  return document.readyState === 'complete' &&
    [...document.querySelectorAll('a[href], button, input:not([type=hidden]), select, textarea, [tabindex]')].every((e) =>
      Object.keys(e).some((key) => key.startsWith('__reactProps$')));
`;

/** A real browser with the few motions that the tests need. */
export interface Page {
  readonly driver: WebDriver;
  /** Waits until a condition holds, looking often. */
  readonly waitFor: (condition: () => Promise<boolean>, message: string) => Promise<void>;
  /** Opens an address and waits until its controls work. */
  readonly go: (path: string) => Promise<void>;
  readonly reload: () => Promise<void>;
  /** Waits for an element, by default until it can be seen; `there`: that it exists is enough. */
  readonly find: (css: string, how?: 'there') => Promise<WebElement>;
  /** The first visible element of the given tags whose text or label holds the words. */
  readonly named: (tags: string, words: string) => Promise<WebElement>;
  /** What an attribute says now; null where there is no such element or attribute. */
  readonly attribute: (css: string, name: string) => Promise<string | null>;
  readonly seeText: (words: string) => Promise<void>;
  readonly gone: (css: string) => Promise<void>;
  /** Presses keys wherever the focus is. */
  readonly press: (...keys: string[]) => Promise<void>;
  /** Puts a text in place of what stands in the field that has the focus. */
  readonly overwrite: (text: string) => Promise<void>;
  /** Walks by Tab until the element has the focus: only what a keyboard reaches is reached. */
  readonly tabTo: (target: WebElement) => Promise<void>;
  readonly signIn: (username: string) => Promise<void>;
  /** Signs out, and waits until that has happened: whoever asks for the sign-in before it is led back to the board. */
  readonly signOut: () => Promise<void>;
  /** Violations that axe finds on the page as it is, in short words. */
  readonly axe: () => Promise<readonly string[]>;
  readonly consoleErrors: () => Promise<readonly string[]>;
  /** As on a device whose system is dark, or is not. */
  readonly night: (on: boolean) => Promise<void>;
  /** Shows pages as on a screen of so many pixels. */
  readonly screen: (width: number, height: number) => Promise<void>;
  readonly picture: (file: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

export async function openPage(
  base: string,
  size: { width: number; height: number } = { width: 1280, height: 800 },
  more: readonly string[] = [],
): Promise<Page> {
  const home = mkdtempSync(path.join(tmpdir(), 'yonder-browser-'));
  const options = new chrome.Options();
  options.setBinaryPath('/usr/bin/chromium');
  options.addArguments(...ARGUMENTS, ...more, `--user-data-dir=${home}`);
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
  const night: Page['night'] = (on) =>
    driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-color-scheme', value: on ? 'dark' : 'light' }],
    });
  const screen: Page['screen'] = (width, height) =>
    driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  await screen(size.width, size.height);
  await driver.manage().setTimeouts({ script: WAIT_MS });

  const waitFor: Page['waitFor'] = async (condition, message) => {
    const until = Date.now() + WAIT_MS;
    for (let ms = FIRST_LOOK_MS; !(await condition()); ms = Math.min(LAST_LOOK_MS, ms * SELDOMER)) {
      if (Date.now() > until) throw new Error(`${message} (waited ${WAIT_MS} ms)`);
      await driver.sleep(ms);
    }
  };
  /** What a look in the page comes to, as soon as it comes to something. */
  const soon = async <T>(message: string, look: string, ...args: unknown[]): Promise<T> => {
    const until = Date.now() + WAIT_MS;
    for (;;) {
      try {
        const found = await driver.executeAsyncScript<T | null>(untilThere(look), ...args);
        if (found) return found;
      } catch (left) {
        if (!(left instanceof Error) || !LEFT.test(left.message)) throw left;
        await driver.sleep(FIRST_LOOK_MS);
      }
      if (Date.now() > until) throw new Error(`${message} (waited ${WAIT_MS} ms)`);
    }
  };
  const find = (css: string, how?: 'there') =>
    soon<WebElement>(`nothing matches ${css}, or it stays hidden`, MATCHES, css, how === 'there');
  const named = (tags: string, words: string) =>
    soon<WebElement>(`no ${tags} says “${words}”`, SAYS, tags, words);
  const press = (...keys: string[]) =>
    driver
      .actions()
      .sendKeys(...keys)
      .perform();
  const takenOver = () => soon<boolean>('the page’s controls never came to life', TAKEN_OVER);
  const go = async (to: string) => {
    await driver.get(`${base}${to}`);
    await takenOver();
  };
  return {
    driver,
    waitFor,
    find,
    named,
    press,
    attribute: (css, name) =>
      driver.executeScript<string | null>(
        'return document.querySelector(arguments[0])?.getAttribute(arguments[1]) ?? null',
        css,
        name,
      ),
    go,
    reload: async () => {
      await driver.navigate().refresh();
      await takenOver();
    },
    seeText: async (words) => {
      await soon<boolean>(`never saw “${words}”`, SEES, words);
    },
    gone: async (css) => {
      await soon<boolean>(`${css} stayed`, HAS_NOT, css);
    },
    overwrite: async (text) => {
      await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform();
      await press(text);
    },
    tabTo: async (target) => {
      for (let pressed = 0; pressed < 250;) {
        const ahead = await driver.executeScript<number>(STOPS_AHEAD, target);
        if (ahead === 0) return;
        // What looks like a stop may be none: most of the way at once, the rest by looking each time.
        const tabs = Math.max(1, Math.floor(ahead / 2));
        await press(...Array.from({ length: tabs }, () => Key.TAB));
        pressed += tabs;
      }
      throw new Error('Tab never reached the element');
    },
    signIn: async (username) => {
      await go('/sign-in');
      await (await find('input[name=username]')).sendKeys(username);
      await (await find('input[name=password]')).sendKeys(PASSWORD, Key.ENTER);
      await find('header nav');
    },
    signOut: async () => {
      await (await find('[data-opens=person-menu]')).click();
      await (await named('button', 'Sign out')).click();
      await find('input[name=username]');
    },
    axe: async () => {
      if (!(await driver.executeScript<boolean>('return "axe" in window')))
        await driver.executeScript(axe.source);
      // Worded in the page: all that was looked at, sent and read again, takes longer than looking.
      return driver.executeAsyncScript<readonly string[]>(RUN_AXE);
    },
    consoleErrors: async () => {
      const entries = await driver.manage().logs().get(logging.Type.BROWSER);
      return entries.filter((e) => e.level.value >= logging.Level.WARNING.value).map((e) => e.message);
    },
    night,
    screen,
    picture: async (file) => writeFileSync(file, await driver.takeScreenshot(), 'base64'),
    close: async () => {
      await driver.quit();
      rmSync(home, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 });
    },
  };
}

/** Looks at views as a screen reader's user and as the console would, and gathers what was found. */
export function inspector(page: () => Page) {
  const problems: string[] = [];
  const inspect = async (view: string): Promise<void> => {
    // While a page is fetched anew its title is gone for a moment.
    await page().waitFor(async () => (await page().driver.getTitle()) !== '', 'the page never had a title');
    for (const v of await page().axe()) problems.push(`${view}: ${v}`);
    // By night every colour is another one.
    await page().night(true);
    for (const v of await page().axe()) problems.push(`${view}, by night: ${v}`);
    await page().night(false);
    for (const e of await page().consoleErrors()) problems.push(`${view}: console ${e}`);
  };
  return { problems, inspect };
}
