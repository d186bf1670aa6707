import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { ensureBuild } from './lib/build.mjs';
import { childMeter, serverSpent } from './lib/cpu.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { beside, main, run } from './lib/say.mjs';
import { graph } from './lib/graph.mjs';

const HELP = `npm test [-- --coverage] | npm run test:changed [-- --since REF]
  --coverage  tells besides how much of the core the unit tests reach (and takes longer)
  --changed   the checks, and the tests whose imports reach what differs from REF (the commit before the last, unless it is
              named) or is not committed. Browser tests drive screens and import none of them: only those that were changed
              themselves run. Before a push: npm test.`;
/**
 * *Setting*: files of browser tests at once; each has its own database, application and browser, which take a core and more. More
 * than there are cores beside the other checks are quicker by a quarter, and find what acts before what it did is seen.
 */
const BROWSERS = availableParallelism();
const SLOWEST = 12;

const { values } = parseArgs({
  options: {
    coverage: { type: 'boolean' },
    changed: { type: 'boolean' },
    since: { type: 'string', default: 'HEAD~1' },
    help: { type: 'boolean' },
  },
});
const node = process.execPath;
const bin = (path, ...args) => [node, [`node_modules/${path}`, ...args]];
const spent = childMeter();
const began = Date.now();
const phases = [];
let passed = 0;
let failed = 0;

/** Runs one thing of the graph, and keeps what it took. What it printed is shown whole when it ends, or as it comes. */
async function phase(title, command, args, { env = {}, aloud = false, quietly = false } = {}) {
  const at = Date.now();
  const { good, said } = await beside(command, args, {
    ...(aloud ? { stdio: ['ignore', 'inherit', 'inherit'] } : {}),
    env: { ...process.env, ...env },
  });
  phases.push({ title, wall: (Date.now() - at) / 1000, cpu: spent() });
  console.log(`${good ? '·' : '✗'} ${title}: ${((Date.now() - at) / 1000).toFixed(0)} s`);
  if ((!good || !quietly) && said) console.log(said.trimEnd());
  return good;
}

/** A check that counts as one: it passes when its command does. */
async function check(title, command, args) {
  if (await phase(title, command, args, { quietly: true })) passed += 1;
  else failed += 1;
}

/** A vitest project: its tests are counted one by one; one that does not even start counts as a failure. */
async function suite(project, { env = {}, more = [], aloud = false } = {}) {
  const [report, cpu] = [`.local/report-${project}.json`, `.local/cpu-${project}.ndjson`];
  for (const file of [report, cpu]) rmSync(file, { force: true });
  const [command, args] = bin(
    'vitest/vitest.mjs',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
    ...(values.changed ? [`--changed=${values.since}`, '--passWithNoTests'] : []),
    ...more,
  );
  const good = await phase(`Tests: ${project}`, command, args, { env: { CPU_FILE: cpu, ...env }, aloud });
  const counted = existsSync(report)
    ? JSON.parse(readFileSync(report, 'utf8'))
    : { numPassedTests: 0, numFailedTests: 0 };
  passed += counted.numPassedTests;
  failed += counted.numFailedTests || (good ? 0 : 1);
}

async function audit() {
  const { printed } = await beside('npm', ['audit', '--audit-level=high', '--json']);
  try {
    const { high, critical } = JSON.parse(printed).metadata.vulnerabilities;
    console.log(`· npm audit: ${high} high, ${critical} critical`);
  } catch {
    console.log('· npm audit: not available from this registry');
  }
}

/** What each phase took, and the files that took most: what somebody can make cheaper. */
function account(server) {
  const sum = phases.reduce((a, p) => a + p.cpu, 0) + server;
  const line = (cpu, wall, what) => `  ${cpu.toFixed(1).padStart(7)} ${wall.padStart(7)}  ${what}`;
  console.log(`\n      CPU    wall  (seconds; ${availableParallelism()} cores)`);
  for (const p of phases) console.log(line(p.cpu, p.wall.toFixed(1), p.title));
  console.log(line(server, '', 'the database server'));
  console.log(line(sum, ((Date.now() - began) / 1000).toFixed(1), 'all of it'));
  const files = ['unit', 'database', 'browser'].flatMap((project) => {
    const file = `.local/cpu-${project}.ndjson`;
    return existsSync(file)
      ? readFileSync(file, 'utf8').trim().split('\n').filter(Boolean).map(JSON.parse)
      : [];
  });
  console.log('  the dearest files of tests:');
  for (const f of files.toSorted((a, b) => b.cpu - a.cpu).slice(0, SLOWEST))
    console.log(line(f.cpu, f.wall.toFixed(1), f.file));
}

/** Files that differ from a commit, those that nobody has added yet included. */
async function changedFiles() {
  const names = await Promise.all([
    run('git', ['diff', '--name-only', '--diff-filter=d', values.since]),
    run('git', ['ls-files', '--others', '--exclude-standard']),
  ]);
  return names.flatMap((text) => text.split('\n').filter(Boolean));
}

/** Tests of bundles, back-ups, workers, pictures and the connection: dear, and what they hold is in the server's own folder. */
const DEAR = ['bundle', 'backup', 'heavy', 'photos', 'db'].map((folder) => `src/server/${folder}/**`);

/** What a change can touch. */
async function theChanged(env) {
  const files = await changedFiles();
  const browser = files.filter((f) => /^e2e\/.*\.test\.ts$/.test(f));
  const own = files.some((f) => /^(src\/server|testing|package)/.test(f));
  const without = own ? [] : DEAR.flatMap((folder) => ['--exclude', folder]);
  const sources = files.filter((f) => /^src\/.*\.tsx?$/.test(f));
  return [
    LINT,
    { name: 'unit', work: () => suite('unit', { more: ['--maxWorkers=1'] }) },
    { name: 'database', work: () => suite('database', { env, more: ['--maxWorkers=1', ...without] }) },
    { name: 'format', work: () => format(files.length > 0 ? files : ['package.json']) },
    ...(sources.length > 0 ? [{ name: 'docstrings', work: () => docstrings(sources) }] : []),
    IMPORTS,
    ...(browser.length === 0
      ? []
      : [
          BUILD,
          {
            name: 'browser',
            after: ['build'],
            work: () => suite('browser', { env, aloud: true, more: ['--maxWorkers=2', ...browser] }),
          },
        ]),
  ];
}

const format = (files) =>
  check(
    'Format',
    ...bin('prettier/bin/prettier.cjs', '--check', '--ignore-unknown', '--log-level', 'warn', ...files),
  );
const docstrings = (files) =>
  check('Docstrings', ...bin('eslint/bin/eslint.js', '--max-warnings', '0', '--no-warn-ignored', ...files));
const LINT = {
  name: 'lint and types',
  work: () => check('Lint and types', ...bin('oxlint/bin/oxlint', '--type-aware', '--type-check', '.')),
};
const IMPORTS = { name: 'imports', work: () => check('Import rules', 'npm', ['run', '--silent', 'imports']) };
const BUILD = {
  name: 'build',
  work: async () => {
    const at = Date.now();
    await ensureBuild();
    phases.push({ title: 'Build', wall: (Date.now() - at) / 1000, cpu: spent() });
    passed += 1;
  },
};

/** All that is checked. */
const theWhole = (env, cores) => [
  BUILD,
  {
    name: 'browser',
    after: ['build'],
    cores: cores - 1,
    work: () => suite('browser', { env, aloud: true, more: [`--maxWorkers=${BROWSERS}`] }),
  },
  LINT,
  {
    name: 'unit',
    work: () => suite('unit', { more: ['--maxWorkers=1', ...(values.coverage ? ['--coverage'] : [])] }),
  },
  { name: 'database', work: () => suite('database', { env, more: ['--maxWorkers=1'] }) },
  { name: 'format', work: () => format(['.']) },
  { name: 'docstrings', work: () => docstrings(['src']) },
  IMPORTS,
  {
    name: 'unused',
    // Files, packages and exports that nothing uses.
    work: () =>
      check('Unused code', ...bin('knip/bin/knip.js', '--exclude', 'types,enumMembers', '--no-config-hints')),
  },
  { name: 'audit', work: audit },
];

/** As a graph: each begins when what it stands on is there and a core is free for it. */
async function everything() {
  await ensureNpmPackages();
  await ensureDebianPackages(
    ['chromium', 'chromium-driver'],
    () => existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver'),
  );
  mkdirSync('.local', { recursive: true });
  // Nothing in it outlives the run, and the tests that kill a database have their own.
  const cluster = await startCluster('.local/test', undefined, [
    'fsync=off',
    'synchronous_commit=off',
    'full_page_writes=off',
  ]);
  const server = serverSpent(cluster.pid());
  // A machine that stands still for a while is no fault of what is tested; a wait that never ends still is.
  const env = { TEST_DATABASE_URL: cluster.url('postgres'), DATABASE_WAIT_MS: '60000' };
  const cores = Math.max(2, availableParallelism());
  spent();
  try {
    await run(...bin('next/dist/bin/next', 'typegen'));
    await graph(cores, values.changed ? await theChanged(env) : theWhole(env, cores));
  } finally {
    account(serverSpent(cluster.pid()) - server);
    cluster.stop();
  }
}

if (values.help) console.log(HELP);
else
  await main(everything).finally(() => {
    if (process.exitCode) failed += 1;
    if (failed > 0) process.exitCode = 1;
    console.log(`${passed} passed, ${failed} failed`);
  });
