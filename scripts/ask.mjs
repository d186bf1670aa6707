import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { withinBudget } from './lib/budget.mjs';

/** Answers a case with the core, from one bundled file that is made anew when a source is newer. */
const BUNDLE = '.local/ask.mjs';
const SOURCES = ['src/core', 'src/formats', 'scripts/ask.ts', 'package-lock.json'];

function newest(at) {
  const info = statSync(at);
  if (!info.isDirectory()) return info.mtimeMs;
  return readdirSync(at, { withFileTypes: true, recursive: true })
    .filter((e) => e.isFile())
    .reduce((most, e) => Math.max(most, statSync(path.join(e.parentPath, e.name)).mtimeMs), 0);
}

if (!existsSync('node_modules/esbuild')) {
  console.error('The npm packages are not installed: run npm ci once.');
  process.exit(2);
}
if (!existsSync(BUNDLE) || statSync(BUNDLE).mtimeMs < Math.max(...SOURCES.map(newest))) {
  const { build } = await import('esbuild');
  mkdirSync('.local', { recursive: true });
  await build({
    entryPoints: ['scripts/ask.ts'],
    outfile: BUNDLE,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    tsconfig: 'tsconfig.json',
    logLevel: 'error',
    // Some packages are made for `require`.
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
}
process.exitCode = await withinBudget(BUNDLE, process.argv.slice(2), {
  seconds: Number(process.env.ASK_SECONDS ?? 60),
  megabytes: Number(process.env.ASK_MEGABYTES ?? 1024),
});
