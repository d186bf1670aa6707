import { Key } from 'selenium-webdriver';
import { expect } from 'vitest';
import type { Page } from './browser';
import { hands, proveAll, workSteps } from './hands';

/**
 * Takes a job from the door to the lock whose vehicle, lamp and steps no shelf knows: what a shop with an empty shelf
 * can do on its first day.
 * @param inspect looks at the page that is there
 */
export async function workByHand(page: Page, inspect: (what: string) => Promise<void>): Promise<void> {
  const { click, press, type, pick, next, settleAndLock } = hands(() => page);
  await page.go('/jobs/new');
  await type('input[name=family-search]', 'zzz');
  await page.seeText('Nothing in the catalogue by that name.');
  await click('[data-own-line]');
  await press('button', 'Open the job');
  // Everything that is wanting is said at once, and nothing that was typed is lost.
  await page.seeText('This is needed.');
  await type('input[name=ownMaker]', 'Cormorant');
  await type('input[name=ownName]', 'Skiff 900');
  await pick('select[name=ownBody]', 'tractor');
  await page.find('[data-own-lamp="work.roof"] input:checked');
  await inspect('by hand, new job');
  await type('input[name=serial]', 'SK-900-17');
  await type('textarea[name=words]', 'Work lamps drowned');
  await pick('select[name=market]', 'none');
  await press('button', 'Open the job');
  await page.seeText('Cormorant Skiff 900');
  await pick('main form select', 'roof work');
  await press('button', 'Add to the job');
  await page.seeText('Remove');
  await press('button', 'Save wishes');
  await press('[role=tab]', 'As found');
  for (const side of ['left', 'right']) await click(`[data-sound="work.roof.${side}"]`);
  await page.seeText('As found 2/2');
  await press('[role=tab]', 'Vehicle');
  for (const [fact, answer] of [
    ['model-year', '2019'],
    ['system-voltage', '24'],
  ] as const) {
    await click(`tr[data-fact="${fact}@vehicle"] button`);
    if (fact === 'model-year') {
      await type(`[data-fact-editor=${fact}] input`, answer);
      await page.press(Key.ENTER);
    } else await click(`[data-fact-editor="${fact}"] [data-answer="${answer}"]`);
    await page.gone('[data-fact-editor]');
  }

  await next('fit');
  await page.find('[data-no-lamp]');
  await inspect('by hand, fit empty');
  for (const [field, text] of Object.entries({
    maker: 'Nine Fathom',
    name: 'Gale',
    minutes: '40',
    price: '80',
    words: 'the leaf in its box',
  }))
    await type(`input[name=lamp-${field}]`, text);
  await pick('[data-describe-form] select', '12/24');
  await press('button', 'Put it beside the others');
  await page.find('[data-verdict-row=check-first]');
  await page.seeText('Goes into this opening');
  await click('[data-next-look] [data-answer=true]');
  await page.find('[data-verdict-row=fits]');
  await inspect('by hand, fit');
  await press('button', 'Choose this lamp');
  await page.seeText('Choose it again');

  await next('wire');
  await page.find('[data-unmapped]');
  await inspect('by hand, wire');
  await next('light');
  await click('[data-watch]');
  await page.find('[data-watched=yes]');
  await next('strip');
  await page.find('[data-no-sheet=none]');
  for (const [words, count] of [
    ['Guard off', '4'],
    ['Foot nut', '1'],
  ] as const) {
    await type('input[name=step-words]', words);
    await type('input[name=step-count]', count);
    if (words === 'Foot nut') await click('input[name=step-lamp-out]');
    await page.press(Key.ENTER);
    await page.seeText(words);
    await page.waitFor(
      async () => (await page.attribute('input[name=step-words]', 'value')) === '',
      `${words} is not taken in`,
    );
  }
  await inspect('by hand, strip');
  expect(await workSteps(page)).toBe(3);
  await next('bench');
  await page.find('main h2');
  await next('mount');
  expect(await workSteps(page)).toBe(3);
  await click('[data-mount-looks] summary');
  await click('[data-every-lamp-right]');
  await page.find('[data-mount-looks="0"]');
  await next('prove');
  expect(await proveAll(page)).toBeGreaterThan(0);
  await next('release');
  await settleAndLock('Joined plug to plug, metered at the lamp');
  await press('a', 'Work record');
  await page.seeText('Nine Fathom Gale');
  await page.seeText('Cormorant Skiff 900');
  await inspect('by hand, work record');
}
