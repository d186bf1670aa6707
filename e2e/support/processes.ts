import { readdirSync, readFileSync } from 'node:fs';

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
