import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { run, step } from './say.mjs';

const STAMP = '.next/yonder-build';
const SOURCES = [
  'src',
  'public',
  'package-lock.json',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
];

function* files(at) {
  if (!existsSync(at)) return;
  const entries = readdirSync(at, { withFileTypes: true, recursive: true });
  for (const e of entries)
    if (e.isFile() && !/\.test\.tsx?$/.test(e.name)) yield path.join(e.parentPath, e.name);
}

function digest() {
  const hash = createHash('sha256');
  for (const source of SOURCES) {
    const list = path.extname(source) ? [source] : [...files(source)].sort();
    for (const file of list) hash.update(file).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** What each process of the application is started with. */
export const DOOR = '.next/door.mjs';

/** Builds the door into one file: it stands before the framework, and is no part of its build. */
async function buildDoor() {
  const { build } = await import('esbuild');
  await build({
    entryPoints: ['src/door/main.ts'],
    outfile: DOOR,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  });
}

/** Builds the application unless the present build is of these very sources. */
export async function ensureBuild() {
  const now = digest();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now) return;
  const env = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' };
  await step('Building the application (about a minute)', () =>
    run(process.execPath, ['node_modules/next/dist/bin/next', 'build'], { env }),
  );
  await buildDoor();
  writeFileSync(STAMP, now);
}
