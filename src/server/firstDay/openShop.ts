import { v7 as uuidv7 } from 'uuid';
import { audit } from '../audit';
import { makeSignIn } from '../auth/passwords';
import type { Database } from '../db/connection';
import { bay, member, shop } from '../db/schema';
import { importShelf } from '../shelf/importShelf';
import type { FirstDayInput } from './shopForm';
import { useKey } from './setupLink';
import { starterSet } from './starterSet';

export type OpenShopOutcome =
  | { readonly kind: 'opened'; readonly shop: string }
  /** The link is used up, too old, or there is a shop already. */
  | { readonly code: 'key-not-good' };

/** Opens an empty installation: one shop, its bays, its first lead, and what its shelf begins with. Once. */
export async function openShop(db: Database, input: FirstDayInput, now: Date): Promise<OpenShopOutcome> {
  const { key, lead, shelf, bays, currency, ...fields } = input;
  const id = uuidv7();
  const outcome = await db.transaction(async (tx): Promise<{ by: string } | null> => {
    if (!(await useKey(tx, key, now))) return null;
    await tx.insert(shop).values({ ...fields, id, hourCurrency: currency });
    await tx.insert(bay).values(bays.map((name, ordinal) => ({ shopId: id, id: uuidv7(), name, ordinal })));
    const by = await makeSignIn(tx, lead);
    await tx.insert(member).values({ shopId: id, userId: by, role: 'lead' });
    await audit(tx, id, by, [
      { about: 'shop', did: 'shop-opened', subject: id, after: { ...fields, currency, bays } },
      { about: 'people', did: 'person-added', subject: by, after: { name: lead.name, role: 'lead' } },
    ]);
    return { by };
  });
  if (!outcome) return { code: 'key-not-good' };
  if (shelf === 'starter') {
    const file = { form: 'yonder-bolt/shelf', version: 1, ...starterSet() };
    const taken = await importShelf(db, id, outcome.by, JSON.stringify(file));
    if (taken.kind === 'faults')
      throw new Error(`The starter set is not whole: ${JSON.stringify(taken.faults.slice(0, 3))}`);
  }
  return { kind: 'opened', shop: id };
}
