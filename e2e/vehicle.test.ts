import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key, Origin } from 'selenium-webdriver';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { and, eq } from 'drizzle-orm';
import { catalogueRow, learntStep } from '@/server/db/schema';
import type { RunningApp } from '../testing/app';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

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
const standing = async (n: number) =>
  (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === n);
/** What the server comes to hold of a job, once everything was sent. */
const comes = async <T>(
  n: number,
  what: (j: Awaited<ReturnType<typeof standing>>) => T | null | undefined,
) => {
  let found: T | null | undefined;
  await page.waitFor(async () => {
    found = what(await standing(n));
    return found !== null && found !== undefined;
  }, `the server never had it of job ${n}`);
  return found;
};
const click = async (css: string) => {
  await page.find(css, 'there');
  await page.driver.executeScript('document.querySelector(arguments[0]).click()', css);
};
const orderOf = () =>
  page.driver.executeScript<readonly string[]>(
    'return [...document.querySelectorAll("[data-step-line]")].map((e) => e.dataset.stepLine)',
  );

describe('Strip and Mount on the desk', () => {
  it('steps are put into another order by keys; what stands against it is said with its reason', async () => {
    const job = await standing(8);
    await page.go(`/jobs/${job?.id}/strip`);
    await page.find('[data-step-line]');
    const before = await orderOf();
    // The lamp cannot come out before its bolts.
    await click('[data-step-line="lamp-plug@headlamp.front.left"]');
    await click('[data-earlier]');
    await page.seeText('cannot come before');
    expect(await orderOf()).toEqual(before);
    // Of two neighbours that neither wait for one another nor want the vehicle otherwise the first goes behind.
    const lines = job?.reading.strip.out ?? [];
    const at = lines.findIndex(({ step: a }, i) => {
      const b = lines[i + 1]?.step;
      const alike = (x: object, y: object) => JSON.stringify(x) === JSON.stringify(y);
      return b && !b.after.includes(a.id) && alike(a.needs, b.needs) && alike(a.sets, b.sets);
    });
    const [one, next] = [lines[at]?.step.id ?? '', lines[at + 1]?.step.id ?? ''];
    const line = await page.find(`[data-step-line="${one}"]`, 'there');
    await page.driver.executeScript('arguments[0].click()', line);
    await line.sendKeys(Key.chord(Key.ALT, Key.ARROW_DOWN));
    await page.find('[data-arrange=own]');
    const order = await orderOf();
    expect(order.indexOf(one)).toBe(order.indexOf(next) + 1);
    expect((await comes(8, (j) => j?.reading.strip.arranged))?.fault).toBeNull();
    await click('[data-as-planned]');
    await page.find('[data-arrange=plan]');
    expect(await orderOf()).toEqual(before);
    expect(await page.axe()).toEqual([]);
  });

  it('the steps of two are shared out by hand, and left to the plan again', async () => {
    const job = await standing(16);
    await page.go(`/jobs/${job?.id}/strip`);
    await page.find('[data-ahead]');
    await page.driver.executeScript('document.querySelector("[data-ahead]").open = true');
    const bar = await page.find('[data-crew-bar="lamp-plug@headlamp.front.left"]');
    const who = () => page.attribute('[data-crew-bar="lamp-plug@headlamp.front.left"]', 'data-crew-who');
    const before = await who();
    await bar.sendKeys(before === '0' ? Key.ARROW_DOWN : Key.ARROW_UP);
    await page.waitFor(async () => (await who()) !== before, 'the bar stayed where it was');
    await page.find('[data-shared]');
    const shared = await comes(16, (j) => {
      const wish = j?.reading.strip.shared.out ?? [];
      return wish.find((w) => w.id === 'lamp-plug@headlamp.front.left' && String(w.who) !== before);
    });
    expect(shared?.who).toBe(before === '0' ? 1 : 0);
    // By hand: over half a row it is the other's again.
    const moved = await page.find('[data-crew-bar="lamp-plug@headlamp.front.left"]');
    const far = before === '0' ? -46 : 46;
    await page.driver
      .actions()
      .move({ origin: moved })
      .press()
      .move({ origin: Origin.POINTER, x: 0, y: far / 2 })
      .move({ origin: Origin.POINTER, x: 0, y: far / 2 })
      .release()
      .perform();
    await page.waitFor(async () => (await who()) === before, 'dragging did nothing');
    expect(await page.axe()).toEqual([]);
    await (await page.named('button', 'As the plan has it')).click();
    await page.gone('[data-shared]');
  });

  it('one lamp of a pair stays as the reference; what else would be cheap now is told', async () => {
    await page.go(`/jobs/${(await standing(8))?.id}/strip`);
    await page.find('[data-ahead]');
    await page.driver.executeScript('document.querySelector("[data-ahead]").open = true');
    await page.find('[data-grade]');
    await page.find('[data-aside-offer]');
    await click('[data-half-keep]');
    await page.waitFor(
      async () => (await page.attribute('[data-half]', 'data-half')) !== 'none',
      'no lamp was kept',
    );
    expect(await comes(8, (j) => j?.reading.strip.kept[0])).toMatchObject({ possible: true });
    expect(await page.axe()).toEqual([]);
    await click('[data-half-both]');
    await page.find('[data-half=none]', 'there');
  });

  it('something breaks, something is changed for good and signed for: both are items of the job', async () => {
    await page.go(`/jobs/${(await standing(8))?.id}/strip`);
    const otherwise = async (what: string) => {
      await page.find('[data-tick-button]');
      await page.press(Key.ESCAPE);
      await page.driver.executeScript(
        'if (!document.querySelector("[data-damage-open]")) document.querySelector("[data-tick-button]").nextElementSibling.click()',
      );
      await click(`[data-damage-open=${what}]`);
    };
    await otherwise('broke');
    await (await page.find('[data-damage=broke] input')).sendKeys('guide tab of the left lamp');
    await click('[data-damage-save]');
    await page.gone('[data-damage]');
    await otherwise('change');
    const field = await page.find('[data-damage=change] input');
    await field.sendKeys('hole beside the catch');
    await click('[data-damage=change] input[type=checkbox]');
    const [, , by] = await page.driver.findElements({ css: '[data-damage=change] input' });
    await by?.sendKeys('A. Keel');
    // Without a signature it is not signed.
    await click('[data-damage-save]');
    await page.seeText('signature is missing');
    const pad = await page.find('[data-sign]');
    await page.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', pad);
    const pen = page.driver.actions({ async: true });
    await pen
      .move({ origin: pad, x: -60, y: 0 })
      .press()
      .move({ origin: Origin.POINTER, x: 40, y: -20, duration: 60 })
      .move({ origin: Origin.POINTER, x: 40, y: 30, duration: 60 })
      .release()
      .perform();
    await click('[data-damage-save]');
    await page.gone('[data-damage]');
    await comes(8, (j) => j?.reading.record.changes.size || null);
    const { items, record } = (await standing(8))?.reading ?? {};
    expect(items?.filter((i) => /^(breakage|change|change-hole):/.test(i.id)).map((i) => i.origin)).toEqual([
      'breakage',
      'lasting-change',
      'mount',
    ]);
    const [change] = [...(record?.changes.values() ?? [])];
    expect(change?.event.body).toMatchObject({ consent: 'signed', by: 'A. Keel', hole: true });
    expect(change?.event.body.signature).toMatch(/^M\d+ \d+L/);
  });

  it('a photo hangs on its step, and is drawn on', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'yonder-step-'));
    const file = path.join(folder, 'tab.png');
    await sharp({ create: { width: 640, height: 480, channels: 3, background: '#654' } })
      .png()
      .toFile(file);
    await page.go(`/jobs/${(await standing(8))?.id}/strip`);
    await (await page.find('[data-step-photo]', 'there')).sendKeys(file);
    await click('[data-photo-open]');
    await click('[data-mark-photo]');
    await click('[data-mark-kind=ring]');
    await (await page.find('[data-mark-here]')).click();
    await page.find('[data-mark-here] [data-marks="1"]', 'there');
    expect(await page.axe()).toEqual([]);
    await click('[data-marks-save]');
    await page.gone('[data-marks-editor]');
    await comes(8, (j) => j?.reading.record.photoMarks.size || null);
    const { record } = (await standing(8))?.reading ?? {};
    const [marked] = [...(record?.photoMarks.values() ?? [])];
    expect(marked?.event.body.marks).toMatchObject([{ kind: 'ring', x: 0.5 }]);
    expect(record?.photos.at(-1)?.body.step).toBeTruthy();
    rmSync(folder, { recursive: true, force: true });
  });

  it('the removal sheet is a PDF of this shop’s job, and of nobody else’s', async () => {
    const asked = (id: string) =>
      page.driver.executeAsyncScript<readonly [number, string]>(
        `const done = arguments[1];
         fetch('/api/jobs/' + arguments[0] + '/removal/sheet.pdf').then(async (r) => done([r.status, (await r.text()).slice(0, 5)]));`,
        id,
      );
    expect(await asked((await standing(9))?.id ?? '')).toEqual([200, '%PDF-']);
    expect((await asked('00000000-0000-7000-8000-000000000000'))[0]).toBe(404);
  });
});

describe('a step sheet by screens alone', () => {
  it('lines that are typed become steps, and are saved', async () => {
    await page.go('/shelf/step-sheet/packet-fog');
    const gone = () => page.attribute('[data-gone]', 'data-gone');
    await page.find('[data-gone]', 'there');
    const before = Number(await gone());
    const lines = await page.find('[data-type-lines]');
    await lines.sendKeys('Trim ring: 3 push pins, trim tool, front, 2 min\nWiggle: gently');
    await page.find('[data-understood=wiggle]');
    await page.seeText('not understood: gently');
    await click('[data-add-lines="2"]');
    await page.waitFor(async () => Number(await gone()) === before + 2, 'the order did not grow');
    expect(await page.axe()).toEqual([]);
    await click('main form button[type=submit]');
    await page.seeText('Saved as revision 2');
  });

  it('what the shop’s jobs took is offered as an edit, taken over, and saved', async () => {
    // Three jobs that took 9 minutes for a step of the sheet that says less.
    const ids = await Promise.all([2, 3, 4].map(async (n) => (await standing(n))?.id ?? ''));
    await app.db.insert(learntStep).values(
      ids.map((jobId) => ({
        shopId: 'saltpan',
        jobId,
        sheet: 'packet-tail',
        step: 'lamp-out',
        position: 'tail.rear.left',
        way: 'out' as const,
        outcome: 'done' as const,
        minutes: 9,
        fasteners: {},
        lockedAt: new Date(),
      })),
    );
    await page.go('/shelf/step-sheet/packet-tail');
    await page.find('[data-offers="1"]');
    expect(await page.axe()).toEqual([]);
    await click('[data-take-over=minutes]');
    await click('main form button[type=submit]');
    await page.seeText('Saved as revision 2');
    const [row] = await app.db
      .select()
      .from(catalogueRow)
      .where(and(eq(catalogueRow.id, 'packet-tail'), eq(catalogueRow.rev, 2)));
    const steps = (row?.body as { steps: readonly { id: string; minutes: number }[] }).steps;
    const minutes = steps.find((s) => s.id === 'lamp-out')?.minutes ?? 0;
    // Drawn towards the nine that it took, not all the way: the sheet weighs in.
    expect(minutes).toBeGreaterThan(1);
    expect(minutes).toBeLessThanOrEqual(9);
  });

  it('a way that was gone is kept as the shop’s own', async () => {
    await page.go(`/jobs/${(await standing(9))?.id}/mount`);
    await click('[data-keep-sheet]');
    await page.find('[data-offered]');
    await page.seeText('Job 0009 has gone it so');
    await click('main form button[type=submit]');
    await page.seeText('Saved as revision 2');
  });
});
