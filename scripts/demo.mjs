import { rmSync } from 'node:fs';
import { ensureBuild } from './lib/build.mjs';
import { ensureNpmPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, run, step } from './lib/say.mjs';
import { keptSecret } from './lib/secret.mjs';
import { answers, demandPort, startApp } from './lib/server.mjs';

const FOLDER = '.local/demo';

await main(async () => {
  const port = Number(process.env.PORT ?? 4410);
  const host = process.env.HOST ?? '127.0.0.1';
  await demandPort(port, host);
  await ensureNpmPackages();
  await ensureBuild();
  if (process.argv.includes('--fresh')) {
    // A cluster that still runs would write into the folder while it is removed.
    try {
      (await startCluster(FOLDER)).stop();
    } catch {
      // Half made: there is nothing to stop.
    }
    rmSync(FOLDER, { recursive: true, force: true });
  }
  const cluster = await startCluster(FOLDER);
  let child;
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    child?.kill('SIGTERM');
    cluster.stop();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  try {
    const env = { DATABASE_URL: cluster.url('postgres'), AUTH_SECRET: keptSecret('.local/secret') };
    const signIns = await step('Preparing the demo shop', () =>
      run(process.execPath, ['--import', 'tsx', 'demo/main.ts', `${FOLDER}/sign-ins.json`], {
        env: { ...process.env, ...env },
      }),
    );
    child = startApp({
      port,
      host,
      env: { ...env, LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn' },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    await answers(`http://${host}:${port}/sign-in`, child);
    console.log(
      `\nYonder Bolt is at  http://${host}:${port}\n\n${signIns.trim()}\n\nCtrl-C stops everything; the data stays. Start over with: npm run demo -- --fresh`,
    );
    await new Promise((resolve) => child.once('exit', resolve));
  } finally {
    stop();
  }
});
