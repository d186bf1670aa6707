import type { Job, PositionWiring } from '../job';
import { circuitsOf } from '../job/readings/mapping';
import type { FittedLamp } from '../light';
import { positionKey } from '../vehicle';

/** A lamp as it is wired at its place, for what it does in a setting. */
export function fittedAt(job: Job, w: PositionWiring): FittedLamp {
  const family = job.pack.family.body;
  const place = family.places.find((p) => positionKey(p.position) === w.position);
  return {
    lamp: w.lamp,
    side: place?.position.side ?? 'centre',
    inputs: w.map?.inputs ?? [],
    circuit: circuitsOf(family),
    feeds: w.feeds,
  };
}
