import { createHash } from 'node:crypto';

/** What is kept of a key that we made: it is long and random, so one round of SHA-256 is enough. */
export const keyHashOf = (key: string): string => createHash('sha256').update(key).digest('hex');
