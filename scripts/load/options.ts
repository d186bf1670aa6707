import { parseArgs } from 'node:util';

export interface LoadOptions {
  readonly technicians: number;
  readonly seconds: number;
  readonly workers: number;
  readonly seed: number;
}

/** Bounds of each choice: it is a measurement of this machine, no weapon. */
const BOUNDS = {
  technicians: { least: 1, most: 1000, usual: 200 },
  seconds: { least: 10, most: 1800, usual: 300 },
  workers: { least: 1, most: 64, usual: 2 },
  seed: { least: 0, most: 2 ** 31 - 1, usual: 1 },
} as const;
type Name = keyof typeof BOUNDS;
const NAMES = Object.keys(BOUNDS) as Name[];

export const HELP = `npm run load -- [--technicians N] [--seconds N] [--workers N] [--seed N]
Starts the application on a made-up shop on this machine (nothing else is ever asked) and has technicians write an entry
every 10 s and look at a page after each, as on a busy morning.
${NAMES.map((n) => `  --${n}  ${BOUNDS[n].least} to ${BOUNDS[n].most}, else ${BOUNDS[n].usual}`).join('\n')}`;

/** @throws Error with a plain sentence where a choice is none */
export function loadOptions(args: readonly string[]): LoadOptions | 'help' {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    args: [...args],
    options: { technicians: text, seconds: text, workers: text, seed: text, help: { type: 'boolean' } },
  });
  if (values.help) return 'help';
  const chosen = NAMES.map((name): [Name, number] => {
    const { least, most, usual } = BOUNDS[name];
    const said = values[name];
    const n = said === undefined ? usual : Number(said);
    if (!Number.isInteger(n) || n < least || n > most)
      throw new Error(`--${name} is a whole number from ${least} to ${most}`);
    return [name, n];
  });
  return Object.fromEntries(chosen) as Record<Name, number>;
}
