import { log, loggedError } from '@/server/log';

/** From here on a line repeats what was asked, or what a database was asked with. */
const REPEATED = /(?:Failed query:|params:|\bdetail:|Key \()[\s\S]*/;
/** What only a session, a calendar or a key knows looks like this, wherever it stands. */
const SECRET = /[A-Za-z0-9_%+/=.-]{24,}/g;
const LONGEST = 300;

/** A text for the log: what went wrong, without the values that it went wrong with. */
export const scrubbed = (text: string): string =>
  (text.replace(REPEATED, '…').split('\n')[0] ?? '').replace(SECRET, '…').slice(0, LONGEST);

const said = (args: readonly unknown[]): object => {
  const error = args.find((a) => a instanceof Error);
  const text = args
    .filter((a): a is string => typeof a === 'string')
    .map(scrubbed)
    .join(' ')
    .slice(0, LONGEST);
  return { ...(error ? { err: loggedError(error) } : {}), ...(text === '' ? {} : { said: text }) };
};

/**
 * Lets nothing onto the output that did not go through our log: what the framework or a library prints of an error repeats
 * queries with their values, addresses with their tokens, and what people typed.
 */
export function plainConsole(): void {
  const at =
    (level: 'info' | 'warn' | 'error') =>
    (...args: unknown[]): void =>
      log[level](said(args), 'console');
  Object.assign(console, {
    log: at('info'),
    info: at('info'),
    debug: at('info'),
    trace: at('info'),
    warn: at('warn'),
    error: at('error'),
  });
  process.on('uncaughtException', (error) => {
    log.fatal({ err: loggedError(error) }, 'uncaught');
    process.exitCode = 1;
    setTimeout(() => process.exit(1), 100).unref();
  });
  process.on('unhandledRejection', (error) => log.error({ err: loggedError(error) }, 'unhandled rejection'));
}
