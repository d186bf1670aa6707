import type { Prose } from '../kernel/reason';
import type { StateMove } from './orderTask';
import { ARRIVES } from './order';
import { type Tool, VEHICLE_STATES, type VehicleState, type Zone } from './types';

/** A state of a vehicle line: a seat, a stand, a propped lid, power for tests. The first value is how it arrives. */
export interface StateRow {
  readonly id: string;
  readonly name: Prose;
  readonly values: readonly { readonly id: string; readonly name: Prose }[];
  /** How it is changed by itself. A state without moves is changed by steps only. */
  readonly moves: readonly {
    readonly from: string;
    readonly to: string;
    readonly minutes: number;
    readonly tool?: Tool;
    readonly zone?: Zone;
    /** Other states that have to be so for it. */
    readonly needs?: Readonly<Record<string, string>>;
  }[];
}

/**
 * Whether every restraint is plugged in. Steps that unplug one set it; power is joined in mid-job only while it is
 * `mated`. Source: usual caution of vehicle makers; a joined battery with an open restraint circuit stores a fault or worse.
 */
export const RESTRAINT = { name: 'restraint', mated: 'mated', open: 'open' } as const;

/** How a vehicle of a line stands when it arrives. */
export const arrives = (rows: readonly StateRow[]): VehicleState => ({
  ...ARRIVES,
  [RESTRAINT.name]: RESTRAINT.mated,
  ...Object.fromEntries(rows.map((r): [string, string] => [r.id, r.values[0]?.id ?? ''])),
});

/** The values that a state can have on a line; none: no vehicle has such a state. */
export const valuesOf = (rows: readonly StateRow[], name: string): readonly string[] =>
  rows.find((r) => r.id === name)?.values.map((v) => v.id) ??
  (VEHICLE_STATES as Readonly<Record<string, readonly string[]>>)[name] ??
  [];

/** A tool as one text, as steps and moves have it in the hand; hands themselves are none. */
export const toolText = (tool: Tool | undefined): string =>
  tool && tool.kind !== 'hands' ? `${tool.kind} ${tool.size ?? ''}` : '';

/** The moves of a line's states. Power is joined only with every restraint plugged in. */
export const movesOf = (rows: readonly StateRow[]): readonly StateMove[] =>
  rows.flatMap((r) =>
    r.moves.map((m): StateMove => {
      const joins = r.id === 'battery' && m.to === 'connected';
      const needs = { ...(joins ? { [RESTRAINT.name]: RESTRAINT.mated } : {}), ...m.needs };
      return {
        name: r.id,
        from: m.from,
        to: m.to,
        minutes: m.minutes,
        ...(m.tool ? { tool: toolText(m.tool) } : {}),
        ...(m.zone ? { zone: `${m.zone}/` } : {}),
        ...(Object.keys(needs).length > 0 ? { needs } : {}),
      };
    }),
  );
