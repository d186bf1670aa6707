import { type FeedSource, liveOf } from '../../harness';
import type { Family } from '../../catalogue/types';

/** When a chosen feed is live, by its source; null: none is named, or the shelf has it no more. */
export function liveOfSource(source: FeedSource | undefined, family: Family): ReturnType<typeof liveOf> {
  if (!source) return null;
  const circuits = family.circuits ?? [];
  return liveOf(source, {
    boxes: family.fuseBoxes ?? [],
    leads: family.leads ?? [],
    battery: family.battery ?? null,
    wires: circuits.map((circuit) => ({ circuit, drawnA: 0 })),
  });
}
