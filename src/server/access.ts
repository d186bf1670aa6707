import { isLeadOnly, lesserRole, may, type Permission, type Role, roleNow } from '@/core/job';

import type { LeadProof } from './auth/leadProof';

export { may, type Permission, type Role, ROLES } from '@/core/job';

/** A person in a shop, as a request acts for them. Made by the session, or of one by `inNameOf`. */
export interface Actor {
  readonly userId: string;
  readonly name: string;
  readonly shopId: string;
  readonly shopName: string;
  readonly zone: string;
  readonly role: Role;
  readonly locale: string;
  /** A lead's password was given in this session a short while ago: what only a lead may do is open. */
  readonly proven: boolean;
  /** When that was, until when it holds, and what a page marks with it what it writes. */
  readonly proof?: LeadProof & { readonly mark: string; readonly endsMs: number };
  /** What the session is known by to the library; the session's own requests alone have it. */
  readonly sessionToken?: string;
  /** They were chosen at a device where somebody else is signed in: who that is, and the rights that bound theirs. */
  readonly chosenUnder?: { readonly userId: string; readonly role: Role };
  /** The password is a temporary one: nothing but changing it is open. */
  readonly mustChange?: boolean;
}

type Rights = Pick<Actor, 'role' | 'proven' | 'chosenUnder'>;

/** What a person counts as now: without proof nobody is a lead, and in another's session nobody more than its owner. */
export const rightsOf = ({ role, proven, chosenUnder }: Rights): Role =>
  chosenUnder ? lesserRole(roleNow(role, false), roleNow(chosenUnder.role, false)) : roleNow(role, proven);

/** Whether a person may do something now. */
export const mayNow = (actor: Rights, permission: Permission): boolean => may(rightsOf(actor), permission);

/** Why a person may not do something; null: they may. `lead-proof`: they may, once they have given their password again. */
export function whyNotNow(actor: Rights, permission: Permission): 'lead-proof' | 'lead-only' | null {
  if (mayNow(actor, permission)) return null;
  return may(actor.role, permission) ? 'lead-proof' : 'lead-only';
}

/**
 * A person who was chosen at a device where somebody else is signed in, or was when it was written: in their name one
 * writes what one may write oneself, and never what only a lead may.
 */
export const inNameOf = (chosen: Actor, under: Pick<Actor, 'userId' | 'role'>): Actor => ({
  ...chosen,
  proven: false,
  chosenUnder: { userId: under.userId, role: under.role },
});

/** Why an entry that a person may not write now is held: what is a lead's alone, and was written by one, waits for a lead. */
export const heldFor = (actor: Rights, permission: Permission): 'needs-lead' | 'not-allowed' =>
  actor.role === 'lead' && isLeadOnly(permission) ? 'needs-lead' : 'not-allowed';
