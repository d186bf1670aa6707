import pino from 'pino';

/** Structured log lines on standard output; nothing that identifies a customer goes in. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: { app: 'yonder-bolt' } });
