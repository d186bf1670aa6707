import type { Lamp, LampTrait } from '../../catalogue/types';
import { type LampProgram, sweepSteps } from './types';

/** What a lamp can do as its program does it, in any of its modes; a lamp without one, as its row says. */
export function traitsOf(lamp: Pick<Lamp, 'program' | 'traits'>): readonly LampTrait[] {
  if (!lamp.program) return lamp.traits;
  const shown = shownBy(lamp.program);
  // What a program does not say, a row still can.
  return [...shown, ...lamp.traits.filter((t) => t === 'brighter-low')];
}

function shownBy(program: LampProgram): readonly LampTrait[] {
  const turns = program.functions.filter((f) => f.does === 'turn');
  const drls = program.functions.filter((f) => f.does === 'drl');
  const inOnePlace = (
    a: { readonly segments: readonly string[] },
    b: { readonly segments: readonly string[] },
  ) => a.segments.some((s) => b.segments.includes(s));
  const traits: LampTrait[] = [];
  if (turns.some((t) => t.sweep && sweepSteps(t.sweep, t.segments.length) > 1))
    traits.push('sequential-turn');
  if (drls.some((d) => d.out?.while === 'turn' && turns.some((t) => inOnePlace(d, t))))
    traits.push('switchback');
  if (drls.some((d) => d.dimmed && d.dimmed.to < 1)) traits.push('drl-dims');
  if (drls.some((d) => d.out && d.out.while !== 'turn')) traits.push('drl-goes-out');
  return traits;
}
