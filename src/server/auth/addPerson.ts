import { eq } from 'drizzle-orm';
import type { Role } from '../access';
import type { Database } from '../db/connection';
import { member, user } from '../db/schema';
import { makeSignIn, usernameOf } from './passwords';

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
    .where(eq(user.username, usernameOf(person.username)));
  const id = known?.id ?? (await makeSignIn(db, person));
  await db
    .insert(member)
    .values({ shopId, userId: id, role: person.role })
    .onConflictDoUpdate({
      target: [member.shopId, member.userId],
      set: { role: person.role },
    });
  return id;
}
