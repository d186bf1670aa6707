import { readdirSync, readFileSync, readlinkSync } from 'node:fs';

/** State of a socket that listens, as the kernel writes it. */
const LISTEN = '0A';

/** Processes whose parent is this one. */
export const childrenOf = (pid: number): number[] =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((name) => {
      try {
        const [, parent] = readFileSync(`/proc/${name}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
        return Number(parent) === pid ? [Number(name)] : [];
      } catch {
        return []; // It ended meanwhile.
      }
    });

/** Whether a process of this machine answers at a port: it holds the socket that listens there. */
export function answersAt(pid: number, port: number): boolean {
  const hex = port.toString(16).toUpperCase().padStart(4, '0');
  const listening = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .map((line) => line.trim().split(/\s+/))
    .filter((of) => of[1]?.endsWith(`:${hex}`) && of[3] === LISTEN)
    .map((of) => `socket:[${of[9]}]`);
  try {
    return readdirSync(`/proc/${pid}/fd`).some((fd) => {
      try {
        return listening.includes(readlinkSync(`/proc/${pid}/fd/${fd}`));
      } catch {
        return false;
      }
    });
  } catch {
    return false;
  }
}
