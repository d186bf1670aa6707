/** What the server lets a stage do, handed down by the page as server actions. */
export interface Envelope {
  readonly id: string;
  readonly at: string;
  readonly device: string;
  readonly deviceSeq: number;
}

/** Outcome of an act: done, or the code of what stood in the way. */
export type ActOutcome = { readonly ok: true } | { readonly ok: false; readonly code: string };

export interface JobActs {
  readonly chooseLamp: (
    input: Envelope & {
      job: string;
      swap: string;
      application: string;
      basis: string | null;
      override: { words: string; consent: string } | null;
    },
  ) => Promise<ActOutcome>;
  readonly takeFromStock: (
    input: Envelope & { job: string; swap: string; part: string; quantity: number },
  ) => Promise<ActOutcome>;
  readonly lockRelease: (input: Envelope & { job: string }) => Promise<ActOutcome>;
  readonly saveIdentity: (input: {
    vehicle: string;
    version: number;
    vin: string | null;
    plate: string | null;
  }) => Promise<ActOutcome & { present?: { vin: string | null; plate: string | null } }>;
}

/** What the signed-in person may do, from the one access table on the server. */
export interface Rights {
  readonly override: boolean;
  readonly lock: boolean;
  readonly closeAny: boolean;
  readonly workAtVehicle: boolean;
}
