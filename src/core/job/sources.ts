import type { Figures } from '../electric/formulas';
import type { ConnectorHalf } from '../harness';
import type { Application, Family, Lamp, Part, Profile } from '../catalogue/types';
import type { StepSheet } from '../work';
import type { FactRegistry } from '../vehicle';
import type { AnyStoredEvent, RowRef } from './events';
import type { Rates } from './readings/orders';
import type { VehicleRecord } from './readings/vehicleFacts';

/** Everything that a job is read from. Pinned rows are looked up by id and revision. */
export interface JobSources {
  readonly events: readonly AnyStoredEvent[];
  /** Facts, choices (and undos) of other jobs of this vehicle. */
  readonly otherEvents: readonly AnyStoredEvent[];
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly profiles: readonly Profile[];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  readonly pinned: PinnedRows;
  readonly rates: Rates;
  /** Figures of the computations as the shop has them. */
  readonly figures: Figures;
}

/** Rows that a choice pins at a revision. */
export type PinnedKind = 'application' | 'lamp' | 'part' | 'step-sheet';

/** Look-ups of pinned rows. */
export interface PinnedRows {
  readonly application: (ref: RowRef) => Application | undefined;
  readonly lamp: (ref: RowRef) => Lamp | undefined;
  readonly sheet: (ref: RowRef) => StepSheet | undefined;
  /** Newest revision of a row on the shelf. */
  readonly head: (kind: PinnedKind, id: string) => number | undefined;
}
