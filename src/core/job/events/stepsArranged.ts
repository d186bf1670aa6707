import { latestBy } from '../log/frontier';
import { after, id, list, shape } from './form';
import { eventKind } from './kind';

/** Steps in one arrangement, at most. */
const STEPS_MAX = 400;

/**
 * The steps of the way out in the order that somebody wants. What the plan has besides keeps its place; what is in the
 * way of it is said, and the plan's own order stands.
 */
export const stepsArranged = eventKind({
  type: 'steps-arranged',
  form: shape({
    /** Ids of steps; none: as the plan has it. */
    steps: list(id(), 0, STEPS_MAX),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: () => 'out',
  reduce: (log) => ({ arranged: latestBy(log, () => 'out').get('out') ?? null }),
});
