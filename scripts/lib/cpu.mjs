import { readFileSync } from 'node:fs';

const TICKS = 100;

/** CPU seconds of a process and, apart, of those that it started and that have ended. @param {number | 'self'} pid */
function spent(pid) {
  const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
  const of = stat
    .slice(stat.lastIndexOf(')') + 2)
    .split(' ')
    .map(Number);
  return { own: (of[11] + of[12]) / TICKS, ended: (of[13] + of[14]) / TICKS };
}

/** CPU seconds of a database server, with its workers that have ended. @param {number} pid of its first process */
export const serverSpent = (pid) => spent(pid).own + spent(pid).ended;

/**
 * Tells CPU seconds of one child after the other: asked when a child has just ended, with all that it had started itself.
 * @returns {() => number} since it was last asked
 */
export function childMeter() {
  let last = spent('self').ended;
  return () => {
    const now = spent('self').ended;
    const of = now - last;
    last = now;
    return of;
  };
}
