/** Nominal system voltage of a vehicle, V. */
export type SystemV = 12 | 24;

/** Supply range that a lamp must bear on each system, V. Source: ISO 16750-2, supply voltage codes C (12 V) and F (24 V). */
const RANGE_V: Readonly<Record<SystemV, { readonly min: number; readonly max: number }>> = {
  12: { min: 9, max: 16 },
  24: { min: 16, max: 32 },
};

/** Whether a lamp's working range, in V, covers the supply range of a system. */
export function worksOn(system: SystemV, workingMinV: number, workingMaxV: number): boolean {
  return workingMinV <= RANGE_V[system].min && workingMaxV >= RANGE_V[system].max;
}

/** Reads the fact `system-voltage`; null while it is not known. */
export function systemVOf(value: unknown): SystemV | null {
  return value === '12' ? 12 : value === '24' ? 24 : null;
}
