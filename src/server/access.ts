import type { EventType } from '@/core/job';

export const ROLES = ['counter', 'technician', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** Who may do what: the one table. Every use case asks it. */
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
  'import-shelf': ['lead'],
  'plan-bays': ['counter', 'technician', 'lead'],
} as const satisfies Record<string, readonly Role[]>;
export type Permission = keyof typeof PERMISSIONS;

export function may(role: Role, permission: Permission): boolean {
  return (PERMISSIONS[permission] as readonly Role[]).includes(role);
}

/** What it takes to write each kind of event. Items and overrides ask for more where they are taken in. */
export const EVENT_PERMISSION: Readonly<Record<EventType, Permission>> = {
  'job-opened': 'open-job',
  'fact-stated': 'record-arrival',
  'as-found': 'record-arrival',
  'wishes-stated': 'record-arrival',
  'modification-noted': 'record-arrival',
  'swap-opened': 'record-arrival',
  'lamp-chosen': 'choose-parts',
  'item-raised': 'raise-item',
  'item-closed': 'close-own-item',
  'plug-recorded': 'work-at-vehicle',
  'feed-chosen': 'work-at-vehicle',
  'wire-decided': 'work-at-vehicle',
  'pins-set': 'work-at-vehicle',
  'check-read': 'work-at-vehicle',
  'figure-noted': 'work-at-vehicle',
  'bench-read': 'work-at-vehicle',
  'sheet-chosen': 'work-at-vehicle',
  'step-ticked': 'work-at-vehicle',
  'fastener-counted': 'work-at-vehicle',
  'proof-seen': 'work-at-vehicle',
  'quote-agreed': 'choose-parts',
  'part-moved': 'choose-parts',
  'box-checked': 'choose-parts',
  'scope-added': 'choose-parts',
  'photo-added': 'record-arrival',
  'warranty-linked': 'record-arrival',
  'release-locked': 'lock-release',
  void: 'record-arrival',
};

/** A signed-in person in the shop of the session. Made by the session alone. */
export interface Actor {
  readonly userId: string;
  readonly name: string;
  readonly shopId: string;
  readonly shopName: string;
  readonly zone: string;
  readonly role: Role;
  readonly locale: string;
}
