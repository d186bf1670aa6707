import { ensureNpmPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, run, step } from './lib/say.mjs';
import { ensureBuild } from './lib/build.mjs';

/** The benchmarks: a table on the screen and JSON in .local/bench.json. */
await main(async () => {
  await ensureNpmPackages();
  await ensureBuild();
  const cluster = await startCluster('.local/test');
  try {
    const env = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') };
    process.stdout.write(
      await step('Measuring', () => run(process.execPath, ['--import', 'tsx', 'scripts/bench.ts'], { env })),
    );
  } finally {
    cluster.stop();
  }
});
