import { ensureBuild } from './lib/build.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, run } from './lib/say.mjs';

/** Renews docs/screenshots from the demo data: `npm run screenshots [folder] [names]`. */
await main(async () => {
  await ensureBuild();
  const cluster = await startCluster('.local/test');
  try {
    const env = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') };
    process.stdout.write(
      await run(process.execPath, ['--import', 'tsx', 'scripts/screenshots.ts', ...process.argv.slice(2)], {
        env,
      }),
    );
  } finally {
    cluster.stop();
  }
});
