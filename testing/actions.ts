import type chrome from 'selenium-webdriver/chrome';
import type { Page } from './browser';

/**
 * Counts what a person does in the page: each button, link, box or choice that is set off (by finger or key alike),
 * each field that was filled, each key that is a command by itself. Walking with Tab, reading and scrolling are none.
 */
const COUNTER = `
  const KEY = 'yonder-actions';
  const add = (what) => {
    const all = JSON.parse(sessionStorage.getItem(KEY) ?? '[]');
    all.push(location.pathname.split('/').pop() + ' ' + what);
    sessionStorage.setItem(KEY, JSON.stringify(all));
  };
  const isText = (e) => e instanceof HTMLTextAreaElement || e instanceof HTMLSelectElement ||
    (e instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'submit', 'file'].includes(e.type));
  const said = (e) => (e.closest('button, a, label, summary, [role=option], [role=tab]') ?? e).textContent.trim().slice(0, 40);
  addEventListener('click', (e) => {
    if (!e.isTrusted || isText(e.target)) return;
    // A label sets off its box as well: once is enough.
    if (e.target.closest('label') && !(e.target instanceof HTMLInputElement)) return;
    // A field's Enter sets off the button of its form: that is the action.
    add('click ' + said(e.target));
  }, true);
  addEventListener('change', (e) => { if (isText(e.target)) add('fill ' + (e.target.name || e.target.type)); }, true);
  addEventListener('keydown', (e) => {
    if (!e.isTrusted || isText(e.target) || e.target.closest('input')) return;
    if (['Tab', 'Enter', ' ', 'Shift', 'Control', 'Escape'].includes(e.key)) return;
    add('key ' + e.key);
  }, true);
`;

/** Begins to count; pages that are opened after this count by themselves. */
export async function countActions(page: Page): Promise<void> {
  const driver = page.driver as unknown as chrome.Driver;
  await driver.sendDevToolsCommand('Page.enable', {});
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: COUNTER });
}

/** What was done since counting began, in its order. */
export const actionsDone = (page: Page): Promise<readonly string[]> =>
  page.driver.executeScript<readonly string[]>(
    "return JSON.parse(sessionStorage.getItem('yonder-actions') ?? '[]')",
  );

/** Whether an action is a step ticked or a fastener counted: what is done at the vehicle, and only said here. */
const atVehicle = (action: string): boolean =>
  /^(strip|mount) (click (Done|\+|All \d+ (out|in))|key )/.test(action);

/** What was done besides the work at the vehicle. */
export const atDesk = (actions: readonly string[]): readonly string[] => actions.filter((a) => !atVehicle(a));
