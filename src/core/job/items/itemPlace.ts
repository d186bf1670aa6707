import { factsOf } from '../../kernel/reason';
import type { Stage } from '../stages/stages';
import type { ItemOrigin, OpenItem } from './openItem';

/** Where an item is settled: the stage, the part of it, and the lamp where it is about one. */
export interface ItemPlace {
  readonly stage: Stage;
  /** Which part of the stage’s screen; null: the stage has no parts, or any will do. */
  readonly part: string | null;
  readonly position: string | null;
}

/** The part of a stage’s screen where items of an origin are settled. */
const PARTS: Readonly<Partial<Record<ItemOrigin, string>>> = {
  contradiction: 'vehicle',
  'choice-stale': 'lamps',
  'choice-revised': 'lamps',
  override: 'lamps',
  consent: 'quote',
  parts: 'boxes',
  box: 'boxes',
  feed: 'feeds',
  cure: 'choices',
  mode: 'choices',
  'lead-to-make': 'lead',
  'harness-reading': 'checks',
  'wire-conflict': 'map',
  'wire-unmapped': 'plugs',
  plug: 'plugs',
  aim: 'aim',
  'function-proof': 'functions',
  mismatch: 'functions',
};

/** Where an item is settled. */
export function itemPlace(item: Pick<OpenItem, 'origin' | 'what' | 'stage'>): ItemPlace {
  const { position, positions } = factsOf(item.what) as {
    readonly position?: string;
    readonly positions?: readonly string[];
  };
  return {
    stage: item.stage,
    part: PARTS[item.origin] ?? null,
    position: position ?? positions?.[0] ?? null,
  };
}
