/** What a job costs: its pack, its reading, a batch of entries, a step from stage to stage, a tick. */
import { gzipSync } from 'node:zlib';
import { v7 as uuidv7 } from 'uuid';
import {
  type AnyStoredEvent,
  factsView,
  frameView,
  type JobPack,
  kindOf,
  looksView,
  readPack,
  STAGES,
  stripView,
} from '@/core/job';
import { appendEvents } from '@/server/jobs/appendEvents';
import { actors } from '@/server/jobs/importJobs';
import { devicePack } from '@/server/jobs/packs';
import type { RunningApp } from '../../testing/app';
import { openPage } from '../../testing/browser';
import { signInTo } from '../../testing/session';
import { asRow, measured, type Row } from './measure';

const SHOP = 'saltpan';
/** The browser runs at a quarter of this machine’s speed, as a tablet would. */
const SLOWED = 4;

const tick = (n: number): AnyStoredEvent =>
  ({
    id: `tick-${n}`,
    job: 'j',
    type: 'step-ticked',
    v: kindOf('step-ticked').v,
    at: new Date(Date.UTC(2030, 0, 1) + n).toISOString(),
    device: 'd',
    deviceSeq: n,
    user: 'u',
    seq: 1e6 + n,
    receivedAt: '',
    role: 'technician',
    body: { step: 'bonnet-open', way: 'out', outcome: 'done', after: [] },
  }) as AnyStoredEvent;

/** What Strip and Mount show: the frame around it, the facts beside it, the steps, what was looked at. */
const shown = (pack: JobPack) => {
  const job = { pack, reading: readPack(pack) };
  return [frameView(job), factsView(job), stripView(job), looksView(job)];
};

/** @param jobs ids of the demo’s jobs by number */
export async function benchHouse(
  app: RunningApp,
  jobs: ReadonlyMap<number, string>,
): Promise<readonly Row[]> {
  const rows: Row[] = [];
  const id = (number: number) => jobs.get(number) ?? '';
  const fresh = async (number: number) =>
    JSON.parse(JSON.stringify(await devicePack(app.db, SHOP, id(number)))) as JobPack;

  for (const number of [8, 9]) {
    const pack = await fresh(number);
    const size = `job ${number}, ${pack.events.length} entries`;
    const text = JSON.stringify(pack);
    const view = JSON.stringify(shown(pack));
    rows.push(
      bytes('pack of a job, compressed', size, gzipSync(text).length, 40 * 1024),
      bytes('what Strip shows of it, that is not sent, compressed', size, gzipSync(view).length),
      await measured('view of a job, warm', size, 40, () => shown({ ...pack })),
    );
    let n = 0;
    rows.push(
      await measured('view after one more tick', size, 40, () => {
        n += 1;
        const next = { ...pack, events: [...pack.events, tick(n)] };
        return shown(next);
      }),
    );
  }

  const technician = [...(await actors(app.db, SHOP)).values()].find((a) => a.role === 'technician');
  if (!technician) throw new Error('no technician');
  const batch = () =>
    Array.from({ length: 500 }, (_, i) => ({
      id: uuidv7(),
      job: id(4),
      type: 'modification-noted' as const,
      v: 1,
      at: new Date().toISOString(),
      device: 'bench',
      deviceSeq: i,
      user: technician.userId,
      body: { words: `part ${i}` },
    }));
  rows.push(
    await measured('500 entries in one batch', '500 entries', 7, () =>
      appendEvents(app.db, technician, id(4), batch(), new Date()),
    ),
  );
  const session = await signInTo(app, 'tomas');
  const one = () => ({ events: batch().slice(0, 1) });
  rows.push(
    await measured('one entry over the wire', '1 entry', 30, () => session.post('/api/events', one())),
  );
  const sent = JSON.stringify(one());
  const got = await (await session.post('/api/events', one())).text();
  rows.push(bytes('a tick, both ways', '1 entry', sent.length + got.length, 1024));
  rows.push(...(await screens(app, id(8))));
  return rows;
}

const bytes = (what: string, size: string, n: number, bar?: number): Row => ({
  what: `${what}, bytes`,
  size,
  runs: 1,
  medianMs: n,
  p95Ms: n,
  worstMs: n,
  ...(bar === undefined ? {} : { note: `bar ${bar} bytes` }),
});

/** In a real browser: what the page loads, a step from stage to stage, a tick. */
async function screens(app: RunningApp, job: string): Promise<readonly Row[]> {
  const page = await openPage(app.url);
  try {
    const devTools = (command: string, params: object) =>
      (
        page.driver as unknown as {
          sendAndGetDevToolsCommand: (c: string, p: object) => Promise<{ identifier?: string }>;
        }
      ).sendAndGetDevToolsCommand(command, params);
    const slow = (rate: number) => devTools('Emulation.setCPUThrottlingRate', { rate });
    const scripts = () => page.driver.executeScript<number>(SCRIPTS);
    await page.signIn('tomas');
    // A page that is never at rest loads what its own stage needs and nothing ahead of it.
    const { identifier } = await devTools('Page.addScriptToEvaluateOnNewDocument', {
      source: 'window.requestIdleCallback = () => 0;',
    });
    const needed: number[] = [];
    for (const stage of STAGES) {
      await page.go(`/jobs/${job}/${stage}`);
      await page.find('html[data-keys]');
      needed.push(await scripts());
    }
    await devTools('Page.removeScriptToEvaluateOnNewDocument', { identifier });
    await page.go(`/jobs/${job}/strip`);
    await page.find('html[data-keys]');
    await page.waitFor(async () => (await scripts()) > Math.max(...needed), 'nothing came ahead');
    const walk = async () => {
      const steps: number[] = [];
      for (let round = 0; round < 3; round += 1)
        for (const stage of STAGES.filter((s) => s !== 'fit'))
          steps.push(await timed(page.driver, STAGE_TO_STAGE, stage));
      return steps;
    };
    const steps = await walk();
    await slow(SLOWED);
    const slowed = await walk();
    await slow(1);
    const ticks: number[] = [];
    await timed(page.driver, STAGE_TO_STAGE, 'strip');
    // The first two steps that are open want nothing counted before they are done.
    for (let i = 0; i < 2; i += 1) ticks.push(await timed(page.driver, TICK));
    return [
      ...STAGES.map((stage, i) =>
        bytes(`JavaScript of ${stage}, compressed`, 'job 8', needed[i] ?? 0, 350 * 1024),
      ),
      bytes('JavaScript of all stages, compressed', 'job 8', await scripts()),
      asRow('stage to stage, shown', 'browser', steps),
      asRow('stage to stage, shown', `browser slowed ${SLOWED} times`, slowed),
      asRow('a tick, shown', 'browser', ticks),
    ];
  } finally {
    await page.close();
  }
}

const timed = (
  driver: { executeAsyncScript: <T>(s: string, ...a: unknown[]) => Promise<T> },
  script: string,
  ...args: unknown[]
) => driver.executeAsyncScript<number>(`const done = arguments[arguments.length - 1]; ${script}`, ...args);

const SCRIPTS = `return performance.getEntriesByType('resource')
  .filter((e) => e.name.endsWith('.js')).reduce((s, e) => s + e.encodedBodySize, 0)`;

/** From the click until the stage is marked and painted. */
const STAGE_TO_STAGE = `
  const link = document.querySelector('[data-stage=' + arguments[0] + ']');
  const from = performance.now();
  link.click();
  const look = () => document.querySelector('[data-stage=' + arguments[0] + '][aria-current=step]')
    ? requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)))
    : setTimeout(look, 1);
  look();`;

/** From the press until the list shows the tick and is painted. */
const TICK = `
  const count = () => document.querySelectorAll('[data-tick]:not([data-tick=open])').length;
  const before = count();
  const from = performance.now();
  document.querySelector('[data-tick-button]').click();
  const look = () => count() > before
    ? requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)))
    : setTimeout(look, 1);
  look();`;
