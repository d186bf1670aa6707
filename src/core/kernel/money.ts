/** Integer minor units of an ISO 4217 currency. */
export interface Money {
  readonly minor: number;
  readonly currency: string;
}
