import { appendFileSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, expect } from 'vitest';

/** Clock ticks a second in `/proc`: the same on every Linux that Debian has. */
const TICKS = 100;

/** CPU seconds of this process and of those that it started and that have ended. */
function spent(): number {
  const { user, system } = process.cpuUsage();
  const stat = readFileSync('/proc/self/stat', 'utf8');
  const of = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return (user + system) / 1e6 + (Number(of[13]) + Number(of[14])) / TICKS;
}

// Written by `npm test` after the run: what a file costs is what somebody can make cheaper.
const to = process.env.CPU_FILE;
if (to) {
  const before = spent();
  const began = Date.now();
  // The first to be asked for is the last to be called: what a file has started has ended by then.
  afterAll(() => {
    const file = path.relative(process.cwd(), expect.getState().testPath ?? '');
    appendFileSync(
      to,
      `${JSON.stringify({ file, cpu: spent() - before, wall: (Date.now() - began) / 1000 })}\n`,
    );
  });
}
