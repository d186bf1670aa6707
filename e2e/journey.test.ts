import { writeFileSync } from 'node:fs';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import type { RunningApp } from '../testing/app';
import { actionsDone, atDesk, countActions } from '../testing/actions';
import { startDemoApp } from '../testing/demoApp';
import { inspector, openPage, type Page } from '../testing/browser';
import { byKeys } from '../testing/reach';
import { wholeJob } from '../testing/wholeJob';

let app: RunningApp;
let page: Page;
beforeAll(async () => {
  app = await startDemoApp();
  page = await openPage(app.url);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const { problems, inspect } = inspector(() => page);
beforeEach(() => void problems.splice(0));

/** A stranger’s whole first job, everything but reading; two of them are the look at how each lamp moves. */
const MOST_ACTIONS = 140;
/** The same besides steps that are ticked and fasteners that are counted. */
const MOST_AT_DESK = 90;

it('takes a new vehicle through all nine stages by keyboard alone, with a reload in the middle', async () => {
  await countActions(page);
  await wholeJob(page, byKeys(page), inspect);
  const actions = await actionsDone(page);
  const desk = atDesk(actions).length;
  process.stdout.write(`first job: ${actions.length} actions, ${desk} besides what is ticked and counted\n`);
  if (process.env.ACTIONS) writeFileSync(process.env.ACTIONS, actions.join('\n'));
  expect(problems).toEqual([]);
  expect(actions.length).toBeLessThanOrEqual(MOST_ACTIONS);
  expect(desk).toBeLessThanOrEqual(MOST_AT_DESK);
});
