import { readdirSync, readFileSync } from 'node:fs';

/** Resident memory of a process and everything it started, MiB; what ended meanwhile counts nothing. */
export function memoryMib(pid: number): number {
  const status = (of: string): string => {
    try {
      return readFileSync(`/proc/${of}/status`, 'utf8');
    } catch {
      return '';
    }
  };
  const all = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map((name) => {
      const text = status(name);
      const field = (key: string) => Number(new RegExp(`^${key}:\\s+(\\d+)`, 'm').exec(text)?.[1] ?? 0);
      return { pid: Number(name), parent: field('PPid'), kib: field('VmRSS') };
    });
  const kib = (of: number): number =>
    (all.find((p) => p.pid === of)?.kib ?? 0) +
    all.filter((p) => p.parent === of).reduce((sum, p) => sum + kib(p.pid), 0);
  return kib(pid) / 1024;
}

/** Growth from the second to the last fifth of a run of samples, MiB: the first fifth warms up. */
export function growthMib(samples: readonly number[]): number {
  const fifth = Math.max(1, Math.floor(samples.length / 5));
  const mean = (list: readonly number[]) => list.reduce((sum, x) => sum + x, 0) / Math.max(1, list.length);
  return mean(samples.slice(-fifth)) - mean(samples.slice(fifth, 2 * fifth));
}
