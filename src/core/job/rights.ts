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
