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

/** An entry that the server keeps as it came and lets stand in nothing until it is settled. */
export interface HeldEntry {
  readonly digest: string;
  readonly job: string | null;
  readonly type: string | null;
  readonly entry: string | null;
  readonly why: string;
  readonly faults: readonly { readonly path: string; readonly code: string }[];
  /** Its author. */
  readonly user: string;
  readonly by: string;
  /** Name of who was signed in, where that is another. */
  readonly signedIn?: string;
  /** What it says in a person's words. */
  readonly says?: string;
  readonly heldAt: string;
  /** A lead can let it in as it is. */
  readonly admissible: boolean;
  /** As it came, cut for showing. */
  readonly raw: string;
}

/** That a lead gave their password in this session: what is written under it is marked so, until it ends. */
export interface LeadMark {
  readonly mark: string;
  /** By the server's clock, ms. */
  readonly endsMs: number;
}

/** What a device at the vehicle is told when it asks. */
export interface TakenList {
  /** Who is signed in. */
  readonly me: DevicePerson;
  /** Their password was given here a short while ago, and they are a lead. Absent: a server of before knew nothing of it. */
  readonly lead?: LeadMark | null;
  /** Everybody whose entries are taken from this device, whoever of them is signed in; none: it is one person's. */
  readonly people: readonly DevicePerson[];
  readonly now: string;
  readonly jobs: readonly TakenJob[];
  /** Held entries of everybody who works here; a lead sees all. Absent: a server of before told nothing of them. */
  readonly held?: readonly HeldEntry[];
}
