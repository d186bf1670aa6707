import { may, type Role } from '@/core/job';

/** Identity and clock of a request, as this device makes them. */
export interface Envelope {
  readonly id: string;
  readonly at: string;
  readonly device: string;
  readonly deviceSeq: number;
}

/** What the person at this screen may do. */
export interface Rights {
  readonly override: boolean;
  readonly lock: boolean;
  readonly closeAny: boolean;
  readonly workAtVehicle: boolean;
  readonly editShelf: boolean;
}

/** From the one access table, by what the person is in the shop. */
export const rightsOf = (role: Role): Rights => ({
  override: may(role, 'override-verdict'),
  lock: may(role, 'lock-release'),
  closeAny: may(role, 'close-any-item'),
  workAtVehicle: may(role, 'work-at-vehicle'),
  editShelf: may(role, 'import-shelf'),
});
