import type { Role } from './rights';

/** Who is at a device. */
export interface DevicePerson {
  readonly user: string;
  readonly name: string;
  readonly shop: string;
  readonly shopName: string;
  readonly role: Role;
  readonly locale: string;
  readonly zone: string;
}

/** A job that a device takes along, by the counts that tell whether its pack is of yesterday. */
export interface TakenJob {
  readonly id: string;
  readonly cursor: number;
  readonly vehicle: number;
  readonly shelf: number;
  /** When it is booked next, today or tomorrow; null: it is not. */
  readonly startsAt: string | null;
}

/** What a device at the vehicle is told when it asks. */
export interface TakenList {
  readonly me: DevicePerson;
  /** Everybody whose entries are taken from this device, whoever of them is signed in; none: it is one person's. */
  readonly people: readonly DevicePerson[];
  readonly now: string;
  readonly jobs: readonly TakenJob[];
}
