/** A place where a vehicle is worked on. */
export interface Bay {
  readonly id: string;
  readonly name: string;
}

/** A job's time in a bay. Times in ISO 8601, UTC. */
export interface Booking {
  readonly id: string;
  readonly job: string;
  readonly bay: string;
  readonly startsAt: string;
  readonly minutes: number;
  /** What the job waits for (a fabricated part, a delivery), and until when it should be there. */
  readonly waitsFor: string;
  readonly waitsUntil: string | null;
  readonly version: number;
}
