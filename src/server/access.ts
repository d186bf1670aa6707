import type { Role } from '@/core/job';

export { may, type Permission, type Role, ROLES } from '@/core/job';

/** A signed-in person in the shop of the session. Made by the session alone. */
export interface Actor {
  readonly userId: string;
  readonly name: string;
  readonly shopId: string;
  readonly shopName: string;
  readonly zone: string;
  readonly role: Role;
  readonly locale: string;
  /** The password is a temporary one: nothing but changing it is open. */
  readonly mustChange?: boolean;
}
