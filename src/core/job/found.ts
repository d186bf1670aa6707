import type { Prose } from '../kernel/reason';

/** Kinds of rows that are found by name, in the order in which they are shown. */
export const FOUND_KINDS = ['family', 'lamp', 'part', 'connector', 'step-sheet'] as const;
export type FoundKind = (typeof FOUND_KINDS)[number];

/** A job as a line of what was found. */
export interface FoundJob {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  /** Plate, fleet number, serial or VIN; empty: none is known. */
  readonly identity: string;
  /** Name of its customer; empty: nobody wrote it down. */
  readonly customer: string;
  readonly abandoned: boolean;
}

/** A row of the catalogue as a line of what was found. */
export interface FoundRow {
  readonly kind: FoundKind;
  readonly id: string;
  readonly name: string | Prose;
  /** Part number, side or the like; empty: the name says all. */
  readonly detail: string;
}

/** What a text finds in a shop: a few jobs, newest first, and a few rows of each kind. */
export interface FoundAll {
  readonly jobs: readonly FoundJob[];
  readonly rows: readonly FoundRow[];
}
