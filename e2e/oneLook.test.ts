import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

let app: RunningApp;
let page: Page;
let ids: ReadonlyMap<number, string>;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
  await page.signIn('ines');
  ids = new Map((await loadNewestJobs(app.db, 'saltpan', 50)).map((j) => [j.number, j.id]));
  await page.screen(390, 844);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const STAGES = ['arrive', 'fit', 'wire', 'light', 'strip', 'bench', 'mount', 'prove'];

it('every screen stands on a phone, 390 pixels wide, without sideways scrolling', async () => {
  const wide: string[] = [];
  for (const path of [
    ...STAGES.map((s) => `/jobs/${ids.get(8)}/${s}`),
    ...STAGES.slice(1, 4).map((s) => `/jobs/${ids.get(16)}/${s}`),
    `/jobs/${ids.get(1)}/release`,
    '/',
    '/jobs/new',
    '/shelf/lamp',
    '/shelf/lamp/quayside-left',
    '/shelf/family/orrel-packet',
    '/shelf/application/packet-skerry-620',
    '/calculators',
    '/shop/people',
    '/shop/settings',
    '/shop/figures',
    '/me',
    '/held',
    '/bay',
  ]) {
    await page.go(path);
    await page.find('main');
    // What comes after the first paint is part of the screen.
    await page.waitFor(
      async () => page.driver.executeScript<boolean>('return document.readyState === "complete"'),
      `${path} was never whole`,
    );
    const over = await page.driver.executeScript<number>(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    if (over > 0) wide.push(`${path} ${over}`);
  }
  expect(wide).toEqual([]);
});

/**
 * Goes through the nine stages by their keys and says of each where the thing to do stands: in view, out of it, covered, or
 * nowhere. Within the page: 500 looks from outside would take minutes.
 */
const WALK = `
  const [stages, done] = arguments;
  const look = (stage) => {
    if (document.querySelector('[aria-busy=true], [data-working-out]')) return null;
    if (!document.querySelector('[data-stage="' + stage + '"][aria-current=step]')) return null;
    if (!document.querySelector('main h2')) return null;
    const acts = [...document.querySelectorAll('[data-act]')].filter((e) => e.checkVisibility());
    if (acts.length === 0) return 'none';
    const seen = acts.map((e) => {
      const r = e.getBoundingClientRect();
      if (r.top < 0 || r.bottom > innerHeight || r.left < 0 || r.right > innerWidth)
        return 'out of view at ' + Math.round(r.top) + ' to ' + Math.round(r.bottom);
      const at = document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2);
      return at && (e.contains(at) || at.contains(e)) ? 'seen' : 'covered';
    });
    return seen.includes('seen') ? 'seen' : seen[0];
  };
  const pause = () => new Promise((resolve) => setTimeout(resolve, 25));
  (async () => {
    const hidden = [];
    for (const [i, stage] of stages.entries()) {
      scrollTo(0, 0);
      document.activeElement?.blur();
      dispatchEvent(new KeyboardEvent('keydown', { key: String(i + 1) }));
      const until = performance.now() + 30_000;
      let [said, before] = [null, null];
      // Twice the same: what comes a moment later is part of the screen.
      do {
        before = said;
        await pause();
        said = look(stage);
      } while ((said === null || said !== before) && performance.now() < until);
      if (said !== 'seen') hidden.push(stage + ': ' + (said ?? 'never there'));
    }
    done(hidden);
  })();
`;

const SIZES = [
  [1280, 800],
  [1024, 768],
  [390, 844],
] as const;

it('the thing to do is in view without scrolling, in every stage of every job, on desk, tablet and phone', async () => {
  const hidden: string[] = [];
  for (const [number, id] of ids) {
    await page.go(`/jobs/${id}/arrive`);
    await page.find('html[data-keys]');
    for (const [width, height] of SIZES) {
      await page.screen(width, height);
      const all = await page.driver.executeAsyncScript<readonly string[]>(WALK, [...STAGES, 'release']);
      hidden.push(...all.map((said) => `${number} at ${width}: ${said}`));
    }
  }
  expect(hidden).toEqual([]);
  await page.screen(390, 844);
});

/** Of the bar: what the board's page takes of JavaScript, as it comes over the line, kB. */
const MOST_BOARD_KB = 250;

it('the board opens with little: its own words and its own parts', async () => {
  await page.go('/');
  await page.find('[data-job]');
  const bytes = await page.driver.executeScript<number>(
    'return performance.getEntriesByType("resource").filter((e) => e.name.endsWith(".js")).reduce((sum, e) => sum + e.encodedBodySize, 0)',
  );
  expect(bytes).toBeGreaterThan(0);
  expect(bytes / 1024).toBeLessThanOrEqual(MOST_BOARD_KB);
});

it('the thing to do is two keys away from the top of any stage, and the plan is one stop', async () => {
  await page.screen(1280, 800);
  for (const stage of [...STAGES, 'release']) {
    await page.go(`/jobs/${ids.get(9)}/${stage}`);
    await page.find(`[data-stage="${stage}"][aria-current=step]`);
    await page.find('main h2');
    await page.press(Key.TAB);
    await page.find('[data-skip=act]:focus');
    await page.press(Key.ENTER);
    await page.find('[data-act]:focus');
  }
  expect((await page.driver.findElements({ css: '[data-position][tabindex="0"]' })).length).toBe(1);
});
