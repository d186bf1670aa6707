/** Identity and clock of a request, as this device makes them. */
export interface Envelope {
  readonly id: string;
  readonly at: string;
  readonly device: string;
  readonly deviceSeq: number;
}

/** What the signed-in person may do, from the one access table. */
export interface Rights {
  readonly override: boolean;
  readonly lock: boolean;
  readonly closeAny: boolean;
  readonly workAtVehicle: boolean;
}
