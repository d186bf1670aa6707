import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { user } from '@/server/db/schema';
import { type RunningApp, PASSWORD } from '../testing/app';
import { bayOf } from '../testing/bay';
import { openPage, type Page } from '../testing/browser';
import { startDemoApp } from '../testing/demoApp';
import { loadNewestJobs } from '../testing/newestJobs';

/** The motorcycle: nothing of it is apart yet. */
const JOB = 17;

let app: RunningApp;
let tablet: Page;
let phone: Page;
let ids: Readonly<Record<'bea' | 'tomas' | 'ines', string>>;
beforeAll(async () => {
  app = await startDemoApp();
  [tablet, phone] = await Promise.all([openPage(app.url), openPage(app.url)]);
  await tablet.signIn('tomas');
  await phone.signIn('ines');
  const idOf = async (name: string) =>
    (await app.db.select({ id: user.id }).from(user).where(eq(user.username, name)))[0]?.id ?? '';
  ids = { bea: await idOf('bea'), tomas: await idOf('tomas'), ines: await idOf('ines') };
});
afterAll(async () => {
  await Promise.all([tablet.close(), phone.close()]);
  await app.stop();
});
const standing = async () => (await loadNewestJobs(app.db, 'saltpan', 50)).find((j) => j.number === JOB);

describe('a whole removal and reassembly without a network', () => {
  it('two people on one tablet, a third on a phone, the tab ended in the middle: one true record', async () => {
    const [a, b] = [bayOf(tablet), bayOf(phone)];
    const before = await standing();
    const job = before?.id ?? '';
    await a.open();
    await b.open();
    // Bea joins Tomas at the tablet, by her own name, while there is a network.
    await a.click('[data-who]');
    await a.click('[data-join]');
    const fields = await tablet.driver.findElements({ css: '[data-join-form] input' });
    await fields[0]?.sendKeys('bea');
    await fields[1]?.sendKeys('not her password');
    await fields[2]?.sendKeys('1357');
    await a.click('[data-join-go]');
    await tablet.seeText('not right');
    await fields[1]?.clear();
    await fields[1]?.sendKeys(PASSWORD);
    await a.click('[data-join-go]');
    await tablet.find(`[data-person="${ids.bea}"]`);
    expect(await tablet.axe()).toEqual([]);
    await tablet.driver.executeScript('document.querySelector("[role=dialog] button:last-of-type").click()');

    await a.network(false);
    await b.network(false);
    await tablet.go(`/bay#${job}/strip`);
    await tablet.find('[data-bay-tab=strip] [data-step]');
    await a.switchTo(ids.bea, '1357');
    const out: string[] = [];
    for (let i = 0; i < 3; i += 1) out.push(await a.doStep());

    // The tab is ended: she is still at the vehicle, and what she did is there.
    const waits = await a.kept();
    await a.killTab(`/bay#${job}/strip`);
    await tablet.find('[data-bay-tab=strip] [data-step]');
    await tablet.find(`[data-who="${ids.bea}"]`);
    expect(await a.kept()).toBe(waits);
    while (!(await a.allDone())) out.push(await a.doStep());

    // Beside her, Ines has seen the same first step done, and has something to say.
    await phone.go(`/bay#${job}/strip`);
    await phone.find('[data-bay-tab=strip] [data-step]');
    const hers = [await b.doStep(), await b.doStep()];
    expect(hers).toEqual(out.slice(0, 2));
    await b.click('[data-aside=note]');
    await (await phone.find('[data-aside-open=note] input')).sendKeys('Tail tidy is cracked already');
    await b.click('[data-aside-save]');
    await phone.gone('[data-aside-open]');

    // Tomas puts it together.
    await a.switchTo(ids.tomas, '2468');
    await a.click('[data-bay-go=mount]');
    await tablet.find('[data-bay-tab=mount] [data-step]');
    const back: string[] = [];
    while (!(await a.allDone())) back.push(await a.doStep());
    const [keptA, keptB] = [await a.kept(), await b.kept()];
    expect((await standing())?.pack.events.length).toBe(before?.pack.events.length);

    await b.join();
    await a.join();
    const after = await standing();
    const { strip, record } = after?.reading ?? {};
    expect(after?.pack.events.length).toBe((before?.pack.events.length ?? 0) + keptA + keptB);
    expect(strip?.out.map((l) => [l.step.id, l.tick?.outcome])).toEqual(out.map((id) => [id, 'done']));
    expect(strip?.back.filter((l) => l.tick === null)).toEqual([]);
    expect(new Set(back).size).toBe(back.length);
    // Each under the name of who did it: the steps that both did stand once, and nothing contradicts.
    const by = (line: { readonly tick: { readonly by: string } | null }) => line.tick?.by;
    expect(new Set(strip?.out.slice(2).map(by))).toEqual(new Set([ids.bea]));
    expect(new Set(strip?.back.map(by))).toEqual(new Set([ids.tomas]));
    expect(strip?.out.map((l) => l.tick?.rivals)).toEqual(out.map(() => 0));
    expect(record?.raised.at(-1)).toMatchObject({ user: ids.ines });
    // What two counted at one place stands open in the sum; what one counted is even.
    const twice = new Set(hers);
    expect(strip?.balance.filter((g) => !g.balanced && !twice.has(g.step))).toEqual([]);
    expect(after?.reading.items.filter((i) => i.what.code === 'item-step-looks')).toEqual([]);
    // The other device has heard of it by itself.
    await phone.waitFor(
      async () => (await phone.attribute('[data-bay-tab=strip] [data-step]', 'data-ticked')) !== 'open',
      'the phone never heard what the tablet had done',
    );
    const errors = [...(await tablet.consoleErrors()), ...(await phone.consoleErrors())];
    expect(errors.filter((e) => !/ERR_INTERNET_DISCONNECTED|422/.test(e))).toEqual([]);
  });
});
