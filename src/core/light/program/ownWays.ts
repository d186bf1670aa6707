import type { Lamp } from '../../catalogue/types';
import type { LampPlug } from '../../harness';
import type { LampFunction } from '../../vehicle';

/** Inputs that are live whenever the lights are on. */
const LIGHTS: ReadonlySet<string> = new Set<LampFunction>(['position', 'tail', 'low-beam']);

/**
 * The plugs of a lamp, its daytime input marked where the lamp by itself drops it or puts it out while the lights are on: by
 * its program, or by its cases where it has none. It needs an input of its own that tells it so.
 */
export function withOwnWays(lamp: Pick<Lamp, 'plugs' | 'program' | 'behaviour'>): readonly LampPlug[] {
  const plugs = lamp.plugs ?? [];
  const inputs = new Set<string>(plugs.flatMap((p) => p.inputs.map((i) => i.does)));
  const watched = (does: string | undefined) => does !== undefined && LIGHTS.has(does) && inputs.has(does);
  const drl = lamp.program?.functions.filter((f) => f.does === 'drl') ?? [];
  // Whichever way its mode plug is set.
  const byProgram = drl.length > 0 && drl.every((f) => watched(f.dimmed?.while) || watched(f.out?.while));
  const cases = lamp.program ? [] : (lamp.behaviour?.find((b) => b.does === 'drl')?.cases ?? []);
  const byCases = cases.some((c) => /\blights\b/.test(c.when) && c.level.kind !== 'on');
  if (!byProgram && !byCases) return plugs;
  return plugs.map((p) => ({
    ...p,
    inputs: p.inputs.map((i) => (i.does === 'drl' ? { ...i, dimsItself: true } : i)),
  }));
}
