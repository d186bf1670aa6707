import { expect, it } from 'vitest';
import { EVENT_KINDS } from '@/core/job';
import { may, type Permission, ROLES } from './access';

/** The table of the house, role by role: counter, technician, lead. */
const TABLE: Readonly<Record<Permission, string>> = {
  see: 'ctl',
  'open-job': 'ctl',
  'record-arrival': 'ctl',
  'choose-parts': 'ctl',
  'raise-item': 'ctl',
  'close-own-item': 'ctl',
  'work-at-vehicle': 'tl',
  'close-any-item': 'l',
  'override-verdict': 'l',
  'lock-release': 'l',
  'admit-entry': 'l',
  'import-shelf': 'l',
  'manage-shop': 'l',
  'plan-bays': 'ctl',
};

it('grants each role what the table says and nothing else', () => {
  for (const [permission, roles] of Object.entries(TABLE))
    for (const role of ROLES)
      expect(`${permission} ${role} ${may(role, permission as Permission)}`).toBe(
        `${permission} ${role} ${roles.includes(role[0] ?? '')}`,
      );
});

it('only a lead locks', () => {
  const body = { revision: 1, document: 'd' };
  expect(ROLES.filter((r) => may(r, EVENT_KINDS['release-locked'].needs(body)))).toEqual(['lead']);
});
