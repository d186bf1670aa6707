import { latestOf } from '../log/frontier';
import { after, id, list, note, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

/** What came back with the lamp. */
export const WARRANTY_SYMPTOMS = [
  'fogged',
  'dead-segment',
  'colour-shift',
  'dead',
  'loose',
  'other',
] as const;
export type WarrantySymptom = (typeof WARRANTY_SYMPTOMS)[number];

/** This job is about lamps that an earlier one fitted. */
export const warrantyLinked = eventKind({
  type: 'warranty-linked',
  form: shape({
    earlier: id(),
    lamps: list(id(), 1, 20),
    symptom: oneOf(WARRANTY_SYMPTOMS),
    words: note(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'record-arrival',
  value: () => 'warranty',
  fits: (b, frame) => {
    const fitted = frame.fittedEarlier.get(b.earlier);
    if (!fitted) return 'other-vehicle';
    return b.lamps.every((l) => fitted.has(l)) ? null : 'no-such-lamp';
  },
  reduce: (log) => ({ warranty: latestOf(log) }),
});
