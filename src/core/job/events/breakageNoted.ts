import { FRAGILE_KINDS } from '../../work/types';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape, words, yesNo } from './form';
import { atPosition, eventKind } from './kind';

/** Who pays for what broke. */
export const BREAKAGE_COSTS = ['shop', 'customer', 'supplier', 'open'] as const;
export type BreakageCost = (typeof BREAKAGE_COSTS)[number];
/** How far what replaces it is. */
export const SPARE_STATES = ['to-order', 'ordered', 'fitted', 'not-wanted'] as const;
export type SpareState = (typeof SPARE_STATES)[number];

/** Something broke at the vehicle: what, at whose cost, whether the customer knows, and what replaces it. */
export const breakageNoted = eventKind({
  type: 'breakage-noted',
  form: shape({
    breakage: id(),
    kind: oneOf(FRAGILE_KINDS),
    words: words(),
    position: note(120),
    step: note(120),
    cost: oneOf(BREAKAGE_COSTS),
    told: yesNo().required('missing'),
    spare: oneOf(SPARE_STATES),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.breakage,
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ breakages: latestBy(log, (b) => b.breakage) }),
});
