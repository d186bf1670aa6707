import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { username } from 'better-auth/plugins';
import { database, type Database } from '../db/connection';
import * as schema from '../db/schema';
import { PASSWORD_MIN } from './passwords';

/** The header in which our own route handler tells the library who is calling; what a client sends in it is dropped. */
export const CLIENT_HEADER = 'x-yonder-client';

/** Makes the sign-in service over a database. Nobody signs up by it: leads let people in. */
export function makeAuth(db: Database, options: { secret: string }) {
  return betterAuth({
    database: drizzleAdapter(db, { provider: 'pg', schema }),
    secret: options.secret,
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: PASSWORD_MIN },
    plugins: [username(), nextCookies()],
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 240,
      customRules: {
        '/sign-in/username': { window: 60, max: signInsAMinute() },
        '/sign-in/email': { window: 60, max: 1 },
      },
    },
    advanced: {
      ipAddress: { ipAddressHeaders: [CLIENT_HEADER] },
      cookiePrefix: 'yonder',
      useSecureCookies: isSecure(),
    },
    // The proxy has compared Origin and Host already; the library gets the host that was asked.
    trustedOrigins: (request) => (request ? originsOf(request) : []),
    telemetry: { enabled: false },
    logger: { disabled: true },
  });
}

/** Whether browsers reach us by TLS. */
export const isSecure = (): boolean => process.env.PUBLIC_URL?.startsWith('https:') ?? false;

/**
 * *Settings*: sign-ins a minute of one caller. Where callers cannot be told apart it is what all of them have together,
 * and low enough only to keep the comparing of passwords from taking the machine: anybody could use it up for everybody.
 */
const signInsAMinute = (): number => (process.env.TRUST_PROXY === '1' ? 40 : 600);

/** The host that was asked, with and without TLS: what stands before us may have ended it, and told nobody. */
function originsOf(request: Request): string[] {
  const host = request.headers.get('host') ?? new URL(request.url).host;
  const own = process.env.PUBLIC_URL ? [new URL(process.env.PUBLIC_URL).origin] : [];
  return [`http://${host}`, `https://${host}`, ...own];
}

let made: ReturnType<typeof makeAuth> | undefined;

/** What sessions and known devices are signed with. @throws Error where it is missing or short */
export function secretOf(): string {
  const secret = process.env.AUTH_SECRET;
  if (!secret || secret.length < 32) throw new Error('AUTH_SECRET is not set, or shorter than 32 characters');
  return secret;
}

/** The application's sign-in service, made at first use. */
export function auth(): ReturnType<typeof makeAuth> {
  made ??= makeAuth(database(), { secret: secretOf() });
  return made;
}
