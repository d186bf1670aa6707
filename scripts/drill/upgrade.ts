import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { openDatabase } from '@/server/db/connection';
import { migrateDatabase } from '@/server/db/migrate';
import { job, jobEvent, user } from '@/server/db/schema';
import { freePort, SECRET } from '../../testing/app';
import { openPage, type Page } from '../../testing/browser';

/** What became of entries that a build of before had not sent when the present one took its place. */
export interface UpgradeCount {
  readonly from: string;
  /** Entries of the present record by who wrote them, in order, and how each was taken. */
  readonly kept: readonly {
    readonly author: string;
    readonly words: unknown;
    readonly role: string | null;
  }[];
  readonly wanted: readonly string[];
  readonly good: boolean;
}

/** How a build leaves entries unsent: as rows of the browser's own store, or on the page that is open. */
export const OLD_BUILDS = {
  '90bbf02': 'page',
  '988ffe1': 'store',
} as const;

const FIELD = 'input[placeholder="cooler pipe, lift, winch …"]';

/**
 * Starts a build of before on a demo shop, has entries wait in a real browser, puts the present build in its place on the
 * same port and database, and sends: each has to arrive once, in its author's name, with no lead's rights.
 */
export async function upgradeDrill(from: keyof typeof OLD_BUILDS): Promise<UpgradeCount> {
  const old = buildOf(from);
  const url = new URL(
    said(old, [
      '--import',
      'tsx',
      '--eval',
      `import('./e2e/support/demoDatabase.ts').then(async (m) => process.stdout.write('URL ' + (await m.demoDatabase()).url))`,
    ])
      .split('URL ')[1]
      ?.trim() ?? '',
  );
  const port = await freePort();
  const next = ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)];
  let server = await serve(old, next, url, port);
  const { db, pool } = openDatabase(url.href);
  const page = await openPage(`http://127.0.0.1:${port}`);
  try {
    const [four] = await db.select({ id: job.id }).from(job).where(eq(job.number, 4));
    const before = await db.$count(jobEvent);
    const id = four?.id ?? '';
    const wanted =
      OLD_BUILDS[from] === 'store'
        ? ['Tomas: plough mount', 'Tomas: winch', 'Ines: cooler pipe moved']
        : ['Tomas: plough mount'];
    const stop = () => ended(server);
    const start = async () => {
      await migrateDatabase(url.href);
      server = await serve('.', ['.next/door.mjs', '127.0.0.1', String(port)], url, port);
    };
    if (OLD_BUILDS[from] === 'store')
      await fromStore(
        page,
        id,
        stop,
        () => serve(old, next, url, port).then((s) => void (server = s)),
        start,
      );
    else await fromPage(page, stop, start);
    await page.waitFor(
      async () => (await db.$count(jobEvent)) >= before + wanted.length,
      'never all of them',
    );
    const rows = await db
      .select({ author: user.name, body: jobEvent.body, role: jobEvent.role, seq: jobEvent.seq })
      .from(jobEvent)
      .innerJoin(user, eq(user.id, jobEvent.userId))
      .where(eq(jobEvent.jobId, id))
      .orderBy(jobEvent.seq);
    const kept = rows
      .slice(-wanted.length)
      .map((r) => ({ author: r.author, words: r.body.words, role: r.role }));
    const got = kept.map((k) => `${k.author.split(' ')[0]}: ${String(k.words)}`);
    const good =
      (await db.$count(jobEvent)) === before + wanted.length &&
      [...got].sort().join() === [...wanted].sort().join() &&
      kept.every((k) => k.role !== 'lead');
    return { from, kept, wanted, good };
  } finally {
    await page.close();
    await ended(server);
    await pool.end();
  }
}

type Step = () => Promise<void>;

/** The store of a browser: two people's entries wait in it, and each is sent when its author is there. */
async function fromStore(page: Page, id: string, stop: Step, startOld: Step, start: Step): Promise<void> {
  const address = `/jobs/${id}/arrive?part=wishes`;
  const wait = async (words: readonly string[]) => {
    await page.go(address);
    const field = await page.find(FIELD);
    await stop();
    for (const [i, text] of words.entries()) {
      await page.tabTo(field);
      await page.press(text, '\uE007');
      await page.seeText(i === 0 ? '1 entry is not sent' : `${i + 1} entries are not sent`);
    }
  };
  await page.signIn('tomas');
  await wait(['plough mount', 'winch']);
  await page.driver.get('about:blank');
  await startOld();
  await forget(page);
  await page.signIn('ines');
  await wait(['cooler pipe moved']);
  await start();
  await page.reload();
  await page.seeText('cooler pipe moved');
  await forget(page);
  await page.signIn('tomas');
  await page.go(address);
  await page.seeText('plough mount');
}

/** Signs out without any page of the application, which would send what waits. */
async function forget(page: Page): Promise<void> {
  await page.go('/formats/shelf.schema.json');
  await page.driver.manage().deleteAllCookies();
}

/** The page that is open: it sends what it has not sent to whoever answers at its address. */
async function fromPage(page: Page, stop: Step, start: Step): Promise<void> {
  await page.signIn('tomas');
  await page.tabTo(await page.named('a', '0004'));
  await page.press('\uE007');
  await page.find('[data-verdict-row]');
  await page.find('html[data-keys]');
  await page.press('1');
  await page.tabTo(await page.named('[role=tab]', 'Vehicle'));
  await page.press('\uE014');
  await page.named('[role=tab][aria-selected=true]:focus', 'As found');
  await page.press('\uE014');
  await page.tabTo(await page.find(FIELD));
  await page.press('plough mount');
  await stop();
  await page.press('\uE007');
  await page.seeText('1 entry is not saved');
  await start();
  await page.tabTo(await page.named('button', 'Send again'));
  await page.press('\uE007');
}

/** A build of before with all it needs, made once; its folder. */
function buildOf(commit: string): string {
  const folder = path.resolve('.local/upgrade', commit);
  if (existsSync(path.join(folder, 'built'))) return folder;
  mkdirSync(folder, { recursive: true });
  const tree = execFileSync('git', ['archive', commit], { maxBuffer: 2 ** 30 });
  execFileSync('tar', ['-x', '-C', folder], { input: tree });
  execFileSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: folder, stdio: 'ignore' });
  said(folder, ['--eval', `import('./scripts/lib/build.mjs').then((m) => m.ensureBuild())`]);
  writeFileSync(path.join(folder, 'built'), '');
  return folder;
}

const said = (cwd: string, args: readonly string[]): string =>
  execFileSync(process.execPath, args, { cwd, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] });

async function serve(cwd: string, args: readonly string[], url: URL, port: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, args, {
    cwd,
    stdio: 'ignore',
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: url.href, AUTH_SECRET: SECRET, WARM: '0' },
  });
  for (let i = 0; i < 600; i += 1) {
    const there = await fetch(`http://127.0.0.1:${port}/sign-in`).then(
      (a) => a.ok,
      () => false,
    );
    if (there) return child;
    if (child.exitCode !== null) throw new Error('The application ended while starting');
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Error('The application never answered');
}

const ended = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once('exit', () => resolve());
    child.kill('SIGKILL');
  });
