import type { ConnectorHalf } from '../../harness/types';
import type { StepSheet } from '../../work/types';
import type { FactKey } from '../../vehicle';
import type { Application } from './application';
import type { Family } from './family';
import type { Lamp } from './lamp';
import type { Part } from './part';
import type { Profile } from './profile';

/** The kinds of catalogue rows, with the type of each. */
export interface ShelfKinds {
  readonly 'fact-key': FactKey;
  readonly profile: Profile;
  readonly part: Part;
  readonly connector: ConnectorHalf;
  readonly lamp: Lamp;
  readonly family: Family;
  readonly application: Application;
  readonly 'step-sheet': StepSheet;
}
export type ShelfKind = keyof ShelfKinds;
/** Kinds of rows, in the order in which a file lists them. */
export const SHELF_KINDS = [
  'fact-key',
  'profile',
  'part',
  'connector',
  'lamp',
  'family',
  'application',
  'step-sheet',
] as const satisfies readonly ShelfKind[];

/** A whole shelf as one value: what a shelf file holds. */
export interface Shelf {
  readonly factKeys: readonly FactKey[];
  readonly profiles: readonly Profile[];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  readonly lamps: readonly Lamp[];
  readonly families: readonly Family[];
  readonly applications: readonly Application[];
  readonly stepSheets: readonly StepSheet[];
}

/** The list of a shelf that holds each kind. */
export const SHELF_LISTS = {
  'fact-key': 'factKeys',
  profile: 'profiles',
  part: 'parts',
  connector: 'connectors',
  lamp: 'lamps',
  family: 'families',
  application: 'applications',
  'step-sheet': 'stepSheets',
} as const satisfies Record<ShelfKind, keyof Shelf>;

/** A shelf with nothing on it. */
export const EMPTY_SHELF: Shelf = {
  factKeys: [],
  profiles: [],
  parts: [],
  connectors: [],
  lamps: [],
  families: [],
  applications: [],
  stepSheets: [],
};
