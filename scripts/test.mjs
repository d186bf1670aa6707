import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { ensureBuild } from './lib/build.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { beside, main, step } from './lib/say.mjs';

let passed = 0;
let failed = 0;

/** Checks that each count as one: a check passes when its command does. They share the machine's cores. */
async function checks(list) {
  await step(list.map(([title]) => title).join(', '), async () => {
    const results = await Promise.all(list.map(([, command, args]) => beside(command, args)));
    results.forEach(({ good, said }, i) => {
      if (good) passed += 1;
      else failed += 1;
      if (!good) console.log(`${list[i][0]}: failed\n${said}`);
    });
  });
}

/** A vitest project: its tests are counted one by one; one that does not even start counts as a failure. */
async function suite(project, env = {}, more = []) {
  await step(`Tests: ${project}`, async () => {
    const report = `.local/report-${project}.json`;
    rmSync(report, { force: true });
    const args = [
      'node_modules/vitest/vitest.mjs',
      'run',
      '--project',
      project,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
      ...more,
    ];
    const { good } = await beside(process.execPath, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    const counted = existsSync(report)
      ? JSON.parse(readFileSync(report, 'utf8'))
      : { numPassedTests: 0, numFailedTests: 0 };
    passed += counted.numPassedTests;
    failed += counted.numFailedTests || (good ? 0 : 1);
  });
}

function audit() {
  const result = spawnSync('npm', ['audit', '--audit-level=high', '--json'], { encoding: 'utf8' });
  try {
    const { metadata } = JSON.parse(result.stdout);
    const { high, critical } = metadata.vulnerabilities;
    console.log(`· npm audit: ${high} high, ${critical} critical`);
  } catch {
    console.log('· npm audit: not available from this registry');
  }
}

await main(async () => {
  await ensureNpmPackages();
  await ensureDebianPackages(
    ['chromium', 'chromium-driver'],
    () => existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver'),
  );
  mkdirSync('.local', { recursive: true });
  const node = process.execPath;
  await checks([
    ['Format', node, ['node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.']],
    ['Lint', node, ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']],
    [
      'Import rules',
      node,
      [
        'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
        'src',
        'scripts',
        'demo',
        'e2e',
        '--config',
        '.dependency-cruiser.cjs',
      ],
    ],
    ['Types', 'npm', ['run', '--silent', 'types']],
    // Files, packages and exports that nothing uses.
    [
      'Unused code',
      node,
      ['node_modules/knip/bin/knip.js', '--exclude', 'types,enumMembers', '--no-config-hints'],
    ],
  ]);
  audit();
  await suite('unit', {}, ['--coverage']);
  const cluster = await startCluster('.local/test');
  try {
    const env = { TEST_DATABASE_URL: cluster.url('postgres') };
    // The database tests wait for the database much of the time: the build uses it.
    await Promise.all([ensureBuild(), suite('database', env)]);
    await suite('browser', env);
  } finally {
    cluster.stop();
  }
}).finally(() => {
  if (process.exitCode) failed += 1;
  if (failed > 0) process.exitCode = 1;
  console.log(`${passed} passed, ${failed} failed`);
});
