import pino from 'pino';

/** Parts of an error that hold what people typed, or what only a session knows. */
const NEVER = new Set(['params', 'query', 'parameters', 'detail', 'where', 'hint', 'internalQuery']);
/** From here on a message of the data layer repeats the query and what it was asked with. */
const REPEATED = /(?:Failed query:|\nparams:)[\s\S]*/;
const DEPTH = 4;

export interface LoggedError {
  readonly type: string;
  readonly message: string;
  readonly code?: string;
  readonly stack?: string;
  readonly cause?: LoggedError;
}

/**
 * An error for the log: what kind, which code, where in the program; never the values of a query, nor what a database
 * repeats of a row.
 */
export function loggedError(error: unknown, depth = 0): LoggedError {
  if (!(error instanceof Error)) return { type: typeof error, message: 'no error object' };
  const { code, constraint, table, cause } = error as Error & {
    code?: unknown;
    constraint?: unknown;
    table?: unknown;
    cause?: unknown;
  };
  const fromDatabase = [...NEVER].some((k) => k in error) || typeof constraint === 'string';
  const message = fromDatabase
    ? ['database', code, table, constraint].filter((x) => typeof x === 'string').join(' ')
    : error.message.replace(REPEATED, 'query failed').slice(0, 500);
  return {
    type: error.name,
    message,
    ...(typeof code === 'string' ? { code } : {}),
    stack: frames(error.stack),
    ...(cause !== undefined && depth < DEPTH ? { cause: loggedError(cause, depth + 1) } : {}),
  };
}

/** The lines of a stack that name places; the message above them stays out. */
const frames = (stack: string | undefined): string =>
  (stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 12)
    .join('\n');

/** Structured log lines on standard output; nothing that identifies a customer or a session goes in. */
export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { app: 'yonder-bolt' },
  serializers: { err: (e: unknown) => loggedError(e) },
});
