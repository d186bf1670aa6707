import type { WireSize } from '../../electric/formulas';
import type { BuildSheet } from './buildSheet';
import { isFed, type PinMap } from '../connect/mapTypes';
import type { InputRole, VehiclePlug, Wire } from '../types';

/** One wire of the joint table: from a cavity of the vehicle to a cavity of the lamp. */
export interface LeadRow {
  readonly from: { readonly plug: string; readonly cavity: string };
  readonly to: { readonly plug: string; readonly cavity: string };
  readonly circuit: string;
  readonly does: InputRole;
  readonly wire: Wire | null;
  readonly size: WireSize | null;
  readonly lengthM: number | null;
  /** Adapters on the way, from the vehicle to the lamp. */
  readonly through: readonly string[];
}

/** The joint table of a lamp: as it is to be built, or as it goes through adapters or directly. */
export function leadRows(
  map: PinMap,
  build: BuildSheet | null,
  plugs: readonly VehiclePlug[],
): readonly LeadRow[] {
  if (build)
    return build.wires.map((w) => ({
      from: w.from,
      to: w.to,
      circuit: w.circuit,
      does: w.does,
      wire: w.wire,
      size: w.size,
      lengthM: w.lengthM,
      through: [],
    }));
  return map.inputs.flatMap((i): readonly LeadRow[] => {
    if (!i.from || !isFed(i.verdict)) return [];
    const { plug, cavity, circuit } = i.from;
    const wire = plugs.find((p) => p.id === plug)?.cavities.find((c) => c.cavity === cavity)?.wire ?? null;
    return [
      {
        from: { plug, cavity },
        to: { plug: i.plug, cavity: i.cavity },
        circuit,
        does: i.input.does,
        wire,
        size: wire?.size ?? null,
        lengthM: null,
        through: [...new Set(i.path.filter((s) => s.where === 'adapter').map((s) => s.id))],
      },
    ];
  });
}
