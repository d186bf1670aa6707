import { eq } from 'drizzle-orm';
import type { Role } from '../access';
import type { Database } from '../db/connection';
import { member, user } from '../db/schema';
import { makeAuth } from './auth';

export interface NewPerson {
  readonly username: string;
  readonly name: string;
  readonly password: string;
  readonly role: Role;
}

/** Adds a person to a shop, making the sign-in where the user name is new. Returns the user id. */
export async function addPerson(db: Database, shopId: string, person: NewPerson): Promise<string> {
  const [known] = await db
    .select({ id: user.id })
    .from(user)
    .where(eq(user.username, person.username.toLowerCase()));
  let id = known?.id;
  if (id === undefined) {
    // The library wants an address; nobody writes to it, and `.invalid` can never be delivered (RFC 2606).
    const made = await makeAuth(db, {
      secret: 'only-for-adding-people-no-session-kept',
      openSignUp: true,
    }).api.signUpEmail({
      body: {
        email: `${person.username.toLowerCase()}@people.invalid`,
        name: person.name,
        password: person.password,
        username: person.username,
      },
    });
    id = made.user.id;
  }
  await db
    .insert(member)
    .values({ shopId, userId: id, role: person.role })
    .onConflictDoUpdate({
      target: [member.shopId, member.userId],
      set: { role: person.role },
    });
  return id;
}
