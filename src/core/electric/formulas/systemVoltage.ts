/** Nominal system voltages of vehicles, V. */
export const SYSTEMS_V = [6, 12, 24] as const;
/** Nominal system voltage of a vehicle, V. */
export type SystemV = (typeof SYSTEMS_V)[number];

/**
 * *Setting*: what a vehicle's supply lies between while its lamps are lit, V: battery alone to charging. A lamp's working range has to
 * hold it. (ISO 16750-2 names classes of components, 9–16 and 16–32 V; a lamp of 10–30 V is right on either system. No standard
 * that we know names one for 6 V: half of 12 V.)
 */
const RANGE_V: Readonly<Record<SystemV, { readonly min: number; readonly max: number }>> = {
  6: { min: 5.75, max: 7.4 },
  12: { min: 11.5, max: 14.8 },
  24: { min: 23, max: 29.6 },
};

/** Whether a lamp's working range, in V, covers the supply range of a system. */
export function worksOn(system: SystemV, workingMinV: number, workingMaxV: number): boolean {
  return workingMinV <= RANGE_V[system].min && workingMaxV >= RANGE_V[system].max;
}

/** Reads the fact `system-voltage`; null while it is not known. */
export function systemVOf(value: unknown): SystemV | null {
  return SYSTEMS_V.find((v) => String(v) === value) ?? null;
}
