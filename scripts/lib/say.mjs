import { spawn } from 'node:child_process';

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

/**
 * Runs a command beside whatever else goes on.
 * @returns {Promise<{good: boolean, printed: string, said: string}>} how it ended, what it printed, and with its errors
 */
export function beside(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let printed = '';
    let said = '';
    child.stdout?.on('data', (d) => {
      printed += d;
      said += d;
    });
    child.stderr?.on('data', (d) => (said += d));
    child.on('error', reject);
    child.on('close', (status) => resolve({ good: status === 0, printed, said }));
  });
}

/** Runs a command to its end and gives what it printed; that is shown when it fails. */
export async function run(command, args, options = {}) {
  const { good, printed, said } = await beside(command, args, options);
  if (good) return printed;
  const last = said.trim().split('\n').slice(-25).join('\n');
  throw new Stop(`${last}\n${command} ${args.slice(0, 3).join(' ')} failed: see the lines above.`);
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
