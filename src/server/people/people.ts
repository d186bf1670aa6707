import { and, asc, eq, isNull, ne, sql } from 'drizzle-orm';
import * as yup from 'yup';
import { type Actor, mayNow, type Role, ROLES } from '../access';
import { audit, type Change } from '../audit';
import { makeSignIn, setPassword, temporaryPassword, usernameOf } from '../auth/passwords';
import { blockedAmong, clearFailures, clearGuesses } from '../auth/signInLimit';
import type { Database, Transaction } from '../db/connection';
import { member, session, shop, user } from '../db/schema';
import { personFields } from '../firstDay/shopForm';

/** A person of a shop, as a lead sees them. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly username: string;
  readonly role: Role;
  /** Since when they work here no more, ISO 8601; null: they do. */
  readonly ended: string | null;
  /** They have not yet changed their temporary password. */
  readonly temporary: boolean;
  /** Their sign-in is shut after too many failures. */
  readonly blocked: boolean;
}

/** Everybody who works in a shop or did: those who do first, by name. */
export async function peopleOf(db: Database, shopId: string): Promise<readonly Person[]> {
  const rows = await db
    .select({ member, user })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(eq(member.shopId, shopId))
    .orderBy(sql`${member.endedAt} is not null`, asc(user.name));
  const blocked = await blockedAmong(
    db,
    rows.map((r) => r.user.username ?? ''),
  );
  return rows.map(({ member: m, user: u }) => ({
    id: u.id,
    name: u.name,
    username: u.username ?? '',
    role: m.role,
    ended: m.endedAt?.toISOString() ?? null,
    temporary: m.mustChange,
    blocked: blocked.has(usernameOf(u.username ?? '')),
  }));
}

const id = yup.string().strict().max(60, 'too-long').required('missing');
const role = yup.string().strict().oneOf(ROLES, 'not-one-of').required('missing');

/** What a lead can do about people. */
export const PEOPLE_ACTS = ['add', 'role', 'end', 'back', 'unlock', 'password'] as const;

/** One act about one person. */
export const peopleForm = yup.lazy((sent: unknown) => {
  const act = yup.string().strict().oneOf(PEOPLE_ACTS, 'not-one-of').required('missing');
  switch ((sent as { act?: unknown } | null)?.act) {
    case 'add':
      return yup.object({ act: act.oneOf(['add']), ...personFields, role });
    case 'role':
      return yup.object({ act: act.oneOf(['role']), person: id, role });
    default:
      return yup.object({ act, person: id });
  }
});

export type PeopleInput =
  | { readonly act: 'add'; readonly name: string; readonly username: string; readonly role: Role }
  | { readonly act: 'role'; readonly person: string; readonly role: Role }
  | { readonly act: 'end' | 'back' | 'unlock' | 'password'; readonly person: string };

/** `password`: a temporary one, shown this once and kept nowhere. */
export type PeopleOutcome =
  | { readonly password?: string }
  | { readonly code: 'lead-only' | 'no-such-person' | 'username-taken' | 'last-lead' | 'works-elsewhere' };

/** Does one thing about one person of the actor's shop, and writes it down. A shop keeps one lead at the least. */
export async function changePeople(
  db: Database,
  actor: Actor,
  input: PeopleInput,
  now: Date,
): Promise<PeopleOutcome> {
  if (!mayNow(actor, 'manage-shop')) return { code: 'lead-only' };
  return db.transaction(async (tx): Promise<PeopleOutcome> => {
    // One change of a shop's people at a time: two leads who end each other leave one.
    await tx.select({ id: shop.id }).from(shop).where(eq(shop.id, actor.shopId)).for('update');
    return input.act === 'add' ? add(tx, actor, input) : change(tx, actor, input, now);
  });
}

async function add(
  tx: Transaction,
  actor: Actor,
  input: Extract<PeopleInput, { act: 'add' }>,
): Promise<PeopleOutcome> {
  const [taken] = await tx
    .select({ id: user.id })
    .from(user)
    .where(eq(user.username, usernameOf(input.username)));
  if (taken) return { code: 'username-taken' };
  const password = temporaryPassword();
  const userId = await makeSignIn(tx, { ...input, password });
  await tx.insert(member).values({ shopId: actor.shopId, userId, role: input.role, mustChange: true });
  await audit(tx, actor.shopId, actor.userId, [
    {
      about: 'people',
      did: 'person-added',
      subject: userId,
      after: { name: input.name, username: usernameOf(input.username), role: input.role },
    },
  ]);
  return { password };
}

async function change(
  tx: Transaction,
  actor: Actor,
  input: Exclude<PeopleInput, { act: 'add' }>,
  now: Date,
): Promise<PeopleOutcome> {
  const mine = and(eq(member.shopId, actor.shopId), eq(member.userId, input.person));
  const [before] = await tx
    .select({ role: member.role, endedAt: member.endedAt, username: user.username })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(mine);
  if (!before) return { code: 'no-such-person' };
  const line = (did: string, more: Partial<Change> = {}) =>
    audit(tx, actor.shopId, actor.userId, [{ about: 'people', did, subject: input.person, ...more }]);
  const leaves =
    before.role === 'lead' &&
    before.endedAt === null &&
    (input.act === 'end' || (input.act === 'role' && input.role !== 'lead'));
  if (leaves && (await otherLeads(tx, actor.shopId, input.person)) === 0) return { code: 'last-lead' };
  switch (input.act) {
    case 'role':
      await tx.update(member).set({ role: input.role }).where(mine);
      await line('role-changed', { before: before.role, after: input.role });
      return {};
    case 'end':
      await tx.update(member).set({ endedAt: now }).where(mine);
      await endSessions(tx, input.person);
      await line('person-ended', { before: before.role });
      return {};
    case 'back':
      await tx.update(member).set({ endedAt: null }).where(mine);
      await line('person-back', { after: before.role });
      return {};
    case 'unlock':
      await clearFailures(tx, before.username ?? '');
      await clearGuesses(tx, input.person);
      await line('sign-in-unlocked');
      return {};
    case 'password': {
      // One password opens every shop of a person: a lead of one must not get it for the others.
      if (await worksElsewhere(tx, actor.shopId, input.person)) return { code: 'works-elsewhere' };
      const password = temporaryPassword();
      await setPassword(tx, input.person, password);
      await tx.update(member).set({ mustChange: true }).where(eq(member.userId, input.person));
      await clearFailures(tx, before.username ?? '');
      await line('password-reset');
      return { password };
    }
  }
}

async function worksElsewhere(tx: Transaction, shopId: string, person: string): Promise<boolean> {
  const rows = await tx
    .select({ shopId: member.shopId })
    .from(member)
    .where(and(eq(member.userId, person), ne(member.shopId, shopId), isNull(member.endedAt)))
    .limit(1);
  return rows.length > 0;
}

async function otherLeads(tx: Transaction, shopId: string, person: string): Promise<number> {
  const [row] = await tx
    .select({ count: sql<number>`count(*)::int` })
    .from(member)
    .where(
      and(
        eq(member.shopId, shopId),
        eq(member.role, 'lead'),
        isNull(member.endedAt),
        ne(member.userId, person),
      ),
    );
  return row?.count ?? 0;
}

/** Ends a person's sessions where no shop has them any more; who still works in another keeps them for that one. */
async function endSessions(tx: Transaction, person: string): Promise<void> {
  const elsewhere = await tx
    .select({ shopId: member.shopId })
    .from(member)
    .where(and(eq(member.userId, person), isNull(member.endedAt)));
  if (elsewhere.length === 0) await tx.delete(session).where(eq(session.userId, person));
}
