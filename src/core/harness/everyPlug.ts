import { weakMapMemoize } from 'reselect';
import type { VehiclePlug } from './types';

/** The plugs of a vehicle line at each place that they serve: one socket for both sides stands at both. */
export const everyPlug = (family: { readonly plugs?: readonly VehiclePlug[] }): readonly VehiclePlug[] =>
  family.plugs ? atEach(family.plugs) : NONE;

const NONE: readonly VehiclePlug[] = [];
const atEach = weakMapMemoize((plugs: readonly VehiclePlug[]): readonly VehiclePlug[] =>
  plugs.flatMap((p) => (p.also ? [p, { ...p, position: p.also, also: p.position }] : [p])),
);
