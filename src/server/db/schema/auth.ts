import { bigint, boolean, index, integer, pgTable, text, timestamp } from 'drizzle-orm/pg-core';

const when = (name: string) => timestamp(name, { withTimezone: true });

/** A person who can sign in. Belongs to shops by `member`; the columns are those of the sign-in library. */
export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  createdAt: when('created_at').notNull().defaultNow(),
  updatedAt: when('updated_at').notNull().defaultNow(),
  username: text('username').unique(),
  displayUsername: text('display_username'),
});

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    expiresAt: when('expires_at').notNull(),
    token: text('token').notNull().unique(),
    createdAt: when('created_at').notNull().defaultNow(),
    updatedAt: when('updated_at').notNull().defaultNow(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
);

export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: when('access_token_expires_at'),
    refreshTokenExpiresAt: when('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: when('created_at').notNull().defaultNow(),
    updatedAt: when('updated_at').notNull().defaultNow(),
  },
  (t) => [index('account_user').on(t.userId)],
);

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: when('expires_at').notNull(),
  createdAt: when('created_at').notNull().defaultNow(),
  updatedAt: when('updated_at').notNull().defaultNow(),
});

export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

/** Failed sign-ins in the running window: of a user name, of a name at a place, of somebody who guesses while signed in. */
export const signInFailure = pgTable('sign_in_failure', {
  username: text('username').primaryKey(),
  windowStart: when('window_start').notNull(),
  count: integer('count').notNull(),
  /** Past the free tries: when the latest that was let in has its turn. */
  turnAt: when('turn_at'),
});
