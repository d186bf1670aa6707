import type { FeedSource, SlotWay } from '../../harness';
import type { Prose } from '../../kernel/reason';
import type { Family } from '../../catalogue/types';

/** A place that a feed comes from, with what the vehicle line calls it: to be worded where it is shown. */
export type FeedPlace =
  | { readonly kind: 'slot'; readonly slot: string; readonly serves: Prose | null; readonly way: SlotWay }
  | { readonly kind: 'lead'; readonly name: Prose }
  | { readonly kind: 'battery' }
  | { readonly kind: 'wire'; readonly circuit: string };

/** The place of a source on a line; what the shelf has no more keeps its id. */
export function feedPlace(source: FeedSource, family: Pick<Family, 'fuseBoxes' | 'leads'>): FeedPlace {
  switch (source.kind) {
    case 'slot': {
      const box = family.fuseBoxes?.find((b) => b.id === source.box);
      const slot = box?.slots.find((s) => s.id === source.slot);
      return { kind: 'slot', slot: source.slot, serves: slot?.serves ?? null, way: source.way };
    }
    case 'lead':
      return {
        kind: 'lead',
        name: family.leads?.find((l) => l.id === source.lead)?.name ?? { en: source.lead },
      };
    case 'battery':
      return source;
    case 'wire':
      return source;
  }
}
