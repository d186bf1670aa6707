/** What a person can be in a shop. */
export const ROLES = ['counter', 'technician', 'lead'] as const;
/** What a person is in a shop. */
export type Role = (typeof ROLES)[number];

/** Who may do what: the one table, for server and device alike. Source: design, data model and roles. */
const PERMISSIONS = {
  see: ['counter', 'technician', 'lead'],
  'open-job': ['counter', 'technician', 'lead'],
  'record-arrival': ['counter', 'technician', 'lead'],
  'choose-parts': ['counter', 'technician', 'lead'],
  'raise-item': ['counter', 'technician', 'lead'],
  'close-own-item': ['counter', 'technician', 'lead'],
  'work-at-vehicle': ['technician', 'lead'],
  'close-any-item': ['lead'],
  'override-verdict': ['lead'],
  'lock-release': ['lead'],
  'admit-entry': ['lead'],
  'import-shelf': ['lead'],
  'manage-shop': ['lead'],
  'plan-bays': ['counter', 'technician', 'lead'],
} as const satisfies Record<string, readonly Role[]>;
export type Permission = keyof typeof PERMISSIONS;

/** Every right that the access table knows. */
export const PERMISSION_NAMES = Object.keys(PERMISSIONS) as readonly Permission[];

/** Whether a role has a permission. */
export function may(role: Role, permission: Permission): boolean {
  return (PERMISSIONS[permission] as readonly Role[]).includes(role);
}

/** Whether a right is a lead's alone: a name is not enough for it, the lead's own password is asked. */
export const isLeadOnly = (permission: Permission): boolean =>
  (PERMISSIONS[permission] as readonly Role[]).every((role) => role === 'lead');

/** The lesser of two roles: who writes in somebody's name has the rights that both of them have. */
export const lesserRole = (a: Role, b: Role): Role => (ROLES.indexOf(a) <= ROLES.indexOf(b) ? a : b);

/** The least role that has a right. */
export const leastRole = (permission: Permission): Role =>
  ROLES.find((role) => may(role, permission)) ?? 'lead';

/**
 * What a person counts as now: a lead whose password was not given here a short while ago has a technician's rights.
 * @param proven whether it was
 */
export const roleNow = (role: Role, proven: boolean): Role =>
  role === 'lead' && !proven ? 'technician' : role;
