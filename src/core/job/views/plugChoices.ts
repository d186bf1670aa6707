import { everyPlug } from '../../harness/everyPlug';
import type { ConnectorHalf } from '../../harness';
import type { Family } from '../../catalogue/types';
import { type PositionKey, positionKey } from '../../vehicle';

/** Plugs that can be picked for some lamps: those that the line has there, and the shelf's others. One of each name. */
export interface PlugChoices {
  readonly own: readonly ConnectorHalf[];
  readonly others: readonly ConnectorHalf[];
}

/** The plugs to pick from, in the order of the shelf. */
export function plugChoices(
  family: Pick<Family, 'plugs'>,
  connectors: readonly ConnectorHalf[],
  positions: readonly PositionKey[],
): PlugChoices {
  const halves = connectors.filter((c) => c.half === 'vehicle');
  const here = new Set(positions);
  const own = new Set(
    everyPlug(family)
      .filter((p) => here.has(positionKey(p.position)))
      .flatMap((p) => halves.find((c) => c.id === p.connector)?.family ?? []),
  );
  const byName = [...new Map(halves.map((c) => [c.family, c])).values()];
  return {
    own: byName.filter((c) => own.has(c.family)),
    others: byName.filter((c) => !own.has(c.family)),
  };
}
