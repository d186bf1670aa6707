import { compareText } from '../../kernel/reason';
import type { PinMap } from './mapTypes';

/** A chain that a person can take. */
export interface ChainChoice {
  readonly parts: readonly string[];
  readonly costMinor: number;
  readonly joints: number;
}

/**
 * The cheapest chain and what would be taken without one of its adapters, and so on: different chains, cheapest first.
 * @param solve the map with the adapters that remain
 * @param most how many are wanted
 */
export function chainChoices(
  parts: readonly string[],
  solve: (allowed: readonly string[]) => Pick<PinMap, 'chain' | 'adapters'>,
  most = 4,
): readonly ChainChoice[] {
  const found = new Map<string, ChainChoice>();
  const tried = new Set<string>();
  const queue: (readonly string[])[] = [[]];
  while (queue.length > 0 && found.size < most) {
    const barred = queue.shift() ?? [];
    const key = [...barred].sort(compareText).join('+');
    if (tried.has(key)) continue;
    tried.add(key);
    const { chain, adapters } = solve(parts.filter((p) => !barred.includes(p)));
    if (!chain || adapters.length === 0) continue;
    const name = [...adapters].sort(compareText).join('+');
    if (!found.has(name))
      found.set(name, { parts: adapters, costMinor: chain.costMinor, joints: chain.joints });
    for (const p of adapters) queue.push([...barred, p]);
  }
  return [...found.values()].sort(
    (a, b) => a.costMinor - b.costMinor || compareText(a.parts.join('+'), b.parts.join('+')),
  );
}
