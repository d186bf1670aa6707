import { spawnSync } from 'node:child_process';

/** A stop with one plain sentence that says what to do; no stack is shown for it. */
export class Stop extends Error {}

/** Prints the start of a long step and, when it ends, how long it took. */
export async function step(title, work) {
  const began = Date.now();
  process.stdout.write(`· ${title} …\n`);
  const result = await work();
  process.stdout.write(`  done in ${((Date.now() - began) / 1000).toFixed(1)} s\n`);
  return result;
}

/** Runs a command to its end; what it printed is shown when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 64e6, ...options });
  if (result.status === 0) return result.stdout ?? '';
  const said = `${result.stdout ?? ''}${result.stderr ?? ''}`.trim().split('\n').slice(-25).join('\n');
  throw new Stop(`${said}\n${command} ${args.slice(0, 3).join(' ')} failed: see the lines above.`);
}

/** Runs the main function of a script; a Stop ends it in one sentence. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}
