import type { LampInput, LampPlug } from '../types';

/**
 * The input and the ground of a plug that works either way round: it has one input beside its one ground, and that is not
 * polar. null: which of its wires meets which matters.
 */
export function bothWays(plug: LampPlug): { readonly input: LampInput; readonly ground: LampInput } | null {
  const [input, ...others] = plug.inputs.filter((i) => i.does !== 'ground' && i.does !== 'mode');
  const [ground, ...more] = plug.inputs.filter((i) => i.does === 'ground');
  return input && ground && others.length === 0 && more.length === 0 && !input.polar
    ? { input, ground }
    : null;
}
