import type { Lamp } from '../../catalogue/types';
import type { LampPlug } from '../../harness';
import type { LampFunction } from '../../vehicle';
import type { LevelCase } from '../../controls';
import { programsIn } from './run';
import { programOf } from './usual';

/** A lamp's row as far as it says what the lamp does by itself. */
type LampWays = Pick<Lamp, 'program' | 'behaviour' | 'face' | 'traits' | 'functions'>;

/** Inputs that are live whenever the lights are on. */
const LIGHTS: ReadonlySet<string> = new Set<LampFunction>(['position', 'tail', 'low-beam']);

/**
 * The plugs of a lamp, its daytime input marked where the lamp by itself drops it or puts it out while the lights are on. It needs
 * an input of its own that tells it so.
 */
export function withOwnWays(lamp: LampWays & Pick<Lamp, 'plugs'>): readonly LampPlug[] {
  const plugs = lamp.plugs ?? [];
  const inputs = new Set<string>(plugs.flatMap((p) => p.inputs.map((i) => i.does)));
  const watched = (does: string | undefined) => does !== undefined && LIGHTS.has(does) && inputs.has(does);
  const drl = programOf(lamp).functions.filter((f) => f.does === 'drl');
  // Whichever way its mode plug is set.
  if (drl.length === 0 || !drl.every((f) => watched(f.dimmed?.while) || watched(f.out?.while))) return plugs;
  return plugs.map((p) => ({
    ...p,
    inputs: p.inputs.map((i) => (i.does === 'drl' ? { ...i, dimsItself: true } : i)),
  }));
}

/**
 * When a lamp by itself drops a function or puts it out, as cases of the controls: while what it watches is live.
 * @param liveOf when an input of the lamp is live
 */
export function ownCases(
  lamp: LampWays,
  mode: 'open' | 'closed' | null,
  does: LampFunction,
  liveOf: (does: LampFunction) => readonly LevelCase[],
): readonly LevelCase[] {
  const f = programsIn(programOf(lamp), mode ?? 'open').find((x) => x.does === does);
  const lit = (other: LampFunction) =>
    liveOf(other).filter((c) => c.level.kind !== 'off' && c.level.kind !== 'data');
  return [
    ...(f?.out ? lit(f.out.while).map((c): LevelCase => ({ when: c.when, level: { kind: 'off' } })) : []),
    ...(f?.dimmed
      ? lit(f.dimmed.while).map((c): LevelCase => ({
          when: c.when,
          level: { kind: 'pulsed', duty: f.dimmed?.to ?? 1 },
        }))
      : []),
  ];
}
