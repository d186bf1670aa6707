/** The bars of the bay view: a touch and a cold start without a network, a line that breaks, power that goes. */
import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import sharp from 'sharp';
import { seededRandom } from '@/core/kernel/seededRandom';
import { openOutbox } from '@/device/outbox/outbox';
import { openStore } from '@/device/outbox/store';
import { sendInPieces } from '@/device/bay/pieces';
import { jobEvent, photo } from '@/server/db/schema';
import { actors } from '@/server/jobs/importJobs';
import type { RunningApp } from '../../testing/app';
import { bayOf } from '../../testing/bay';
import { openPage } from '../../testing/browser';
import { applicationKills, databaseKills, type KillCount } from '../../testing/kills';
import { cookieOf } from '../../testing/session';
import { asRow, type Row } from './measure';

const SHOP = 'saltpan';
const ENTRIES = 500;
const PHOTOS = 40;
/** Of so many requests one breaks before it is there, one after. */
const BREAKS = 0.25;
const KILLS = 20;
const TOUCHES = 30;
const COLD_STARTS = 7;

/** @param jobs ids of the demo’s jobs by number */
export async function benchBay(app: RunningApp, jobs: ReadonlyMap<number, string>): Promise<readonly Row[]> {
  return [
    await breakingLine(app, jobs.get(4) ?? ''),
    ...(await atTheVehicle(app)),
    killed('power of the application goes', await applicationKills(app, KILLS)),
    killed('power of the database goes', await databaseKills(KILLS)),
  ];
}

const killed = (what: string, k: KillCount): Row => ({
  ...asRow(what, `${k.rounds} rounds`, []),
  note: `${k.acknowledged} answered, ${k.lost} lost, ${k.doubled} doubled, ${k.halves} halved`,
});

/** Entries and pictures by the device's own code over a line of which a quarter of the requests breaks. */
async function breakingLine(app: RunningApp, job: string): Promise<Row> {
  const cookie = await cookieOf(app, 'tomas');
  const random = seededRandom(7);
  let broken = 0;
  const line = (async (path: string, init?: RequestInit) => {
    const fate = random();
    const cut = () => {
      broken += 1;
      throw new TypeError('the line broke');
    };
    if (fate < BREAKS / 2) cut();
    const answer = await fetch(app.url + path, {
      ...init,
      headers: { ...(init?.headers as Record<string, string>), cookie, origin: app.url },
    });
    // It was there, and the answer never came back.
    if (fate < BREAKS) {
      await answer.arrayBuffer();
      cut();
    }
    return answer;
  }) as typeof fetch;
  const me = [...(await actors(app.db, SHOP)).values()].find((a) => a.role === 'technician');
  const outbox = await openOutbox(
    {
      store: openStore('bench'),
      fetch: line,
      nowMs: () => Date.now(),
      alone: (work) => work(),
      channel: { tell: () => undefined, hear: () => () => undefined },
      later: () => () => undefined,
    },
    { user: me?.userId ?? '', name: 'Bench', shop: SHOP },
  );
  const count = () => app.db.$count(jobEvent, and(eq(jobEvent.shopId, SHOP), eq(jobEvent.jobId, job)));
  const pictures = () => app.db.$count(photo, eq(photo.shopId, SHOP));
  const [entriesBefore, photosBefore] = [await count(), await pictures()];
  for (let i = 0; i < ENTRIES; i += 1)
    await outbox.write(job, null, [{ type: 'modification-noted', v: 1, body: { words: `bench ${i}` } }]);
  const photos = await Promise.all(Array.from({ length: PHOTOS }, (_, i) => picture(i)));
  const began = performance.now();
  while (outbox.state().waiting.length > 0) await outbox.send(true);
  const left = [...photos];
  for (let next = left[0]; next; next = left[0])
    if ((await sendInPieces(line, next.id, next.bytes)) === 'whole') left.shift();
  const ms = performance.now() - began;
  outbox.close();
  const [entries, kept] = [(await count()) - entriesBefore, (await pictures()) - photosBefore];
  return asRow(
    'sent over a line that breaks',
    `${ENTRIES} entries, ${PHOTOS} photos`,
    [ms],
    `${entries} entries and ${kept} photos there, ${broken} requests broken`,
  );
}

/** A picture of more than one piece, like no other. */
async function picture(n: number): Promise<{ readonly id: string; readonly bytes: ArrayBuffer }> {
  const random = seededRandom(1000 + n);
  const [width, height] = [640, 480];
  const raw = Buffer.from(Array.from({ length: width * height * 3 }, () => Math.floor(random() * 256)));
  const jpeg = await sharp(raw, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer();
  const bytes = new Uint8Array(jpeg).buffer;
  return { id: createHash('sha256').update(jpeg).digest('hex'), bytes };
}

/** In a real browser with the network gone. */
async function atTheVehicle(app: RunningApp): Promise<readonly Row[]> {
  const page = await openPage(app.url, { width: 1024, height: 768 });
  const bay = bayOf(page);
  try {
    await page.signIn('tomas');
    await bay.open();
    await bay.network(false);
    const cold: number[] = [];
    for (let i = 0; i < COLD_STARTS; i += 1) {
      await bay.killTab('/bay');
      await page.find('[data-bay=board] [data-bay-job]');
      cold.push(await page.driver.executeAsyncScript<number>(LAST_PAINT));
    }
    await page.go(`/bay`);
    await bay.click('[data-bay-job="8"]');
    await page.find('[data-bay-tab=strip] [data-step]');
    const scripts: number[] = [];
    const painted: number[] = [];
    const devTools = page.driver as unknown as {
      sendAndGetDevToolsCommand: (
        command: string,
        params: object,
      ) => Promise<{ metrics?: readonly { name: string; value: number }[] }>;
    };
    await devTools.sendAndGetDevToolsCommand('Performance.enable', {});
    const scriptMs = async () => {
      const { metrics } = await devTools.sendAndGetDevToolsCommand('Performance.getMetrics', {});
      return 1000 * (metrics?.find((m) => m.name === 'ScriptDuration')?.value ?? NaN);
    };
    const touch = async (key: string) => {
      const before = await scriptMs();
      painted.push(await page.driver.executeAsyncScript<number>(TOUCH, key));
      scripts.push((await scriptMs()) - before);
    };
    // Steps are ticked until one is to be counted, then a screw is counted and taken back in turn.
    for (let i = 0; i < 6 && (await bay.count('[data-group]')) === 0; i += 1) await touch(' ');
    for (let i = 0; i < TOUCHES; i += 1) await touch(i % 2 === 0 ? '+' : 'Backspace');
    return [
      asRow('cold start of the bay without a network, shown', 'a new tab', cold, 'bar 1 500 ms'),
      asRow('a touch at the vehicle, all its script', 'job 8', scripts, 'bar 16 ms'),
      asRow('a touch at the vehicle, until it is painted', 'job 8', painted, 'bar 50 ms'),
    ];
  } finally {
    await page.close();
  }
}

/** When the board stood: the last largest paint since the tab was opened. */
const LAST_PAINT = `
  const done = arguments[arguments.length - 1];
  new PerformanceObserver((list) => done(list.getEntries().at(-1).startTime))
    .observe({ type: 'largest-contentful-paint', buffered: true });
  setTimeout(() => done(performance.now()), 3000);`;

/** Presses a key at the step in hand: when what came of it was painted. */
const TOUCH = `
  const done = arguments[arguments.length - 1];
  const state = () => {
    const s = document.querySelector('[data-step]');
    return s.dataset.step + s.dataset.ticked + [...document.querySelectorAll('[data-group]')].map((g) => g.dataset.count).join();
  };
  const before = state();
  const from = performance.now();
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: arguments[0], bubbles: true }));
  const look = () => {
    if (state() !== before) return requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)));
    return performance.now() - from > 5000 ? done(9999) : setTimeout(look, 0);
  };
  look();`;
