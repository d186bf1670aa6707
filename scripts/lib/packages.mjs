import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { run, step, Stop } from './say.mjs';

const STAMP = 'node_modules/.yonder-lock';

/** Installs the npm packages when they are missing or the lock file has changed. */
export async function ensureNpmPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  await step('Installing npm packages', () => run('npm', ['ci', '--no-audit', '--no-fund']));
  writeFileSync(STAMP, lock);
}

/**
 * Makes sure that Debian packages are there: installed when root, otherwise the exact line to type.
 * @param {string[]} names packages
 * @param {() => boolean} present whether what they bring is there
 */
export async function ensureDebianPackages(names, present) {
  if (present()) return;
  const line = `apt-get install -y --no-install-recommends ${names.join(' ')}`;
  if (process.getuid?.() !== 0) throw new Stop(`Missing Debian packages. Type:  sudo ${line}`);
  await step(`Installing Debian packages: ${names.join(', ')}`, async () => {
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    await run('apt-get', ['update', '-q'], { env });
    await run('apt-get', line.split(' ').slice(1), { env });
  });
  if (!present())
    throw new Stop(
      `Debian packages ${names.join(', ')} were installed, but what they should bring was not found.`,
    );
}
