import { ensureBuild } from './build.mjs';
import { ensureNpmPackages } from './packages.mjs';
import { startCluster } from './postgres.mjs';
import { run, step } from './say.mjs';

/** Runs a measuring script beside a database cluster of the tests, and prints what it found. */
export async function measuring(script) {
  await ensureNpmPackages();
  await ensureBuild();
  const cluster = await startCluster('.local/test');
  try {
    const env = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') };
    const args = ['--import', 'tsx', script, ...process.argv.slice(2)];
    process.stdout.write(await step('Measuring', () => run(process.execPath, args, { env })));
  } finally {
    cluster.stop();
  }
}
