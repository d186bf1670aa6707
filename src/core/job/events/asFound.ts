import { latestBy } from '../log/frontier';
import { after, id, list, note, oneOf, shape } from './form';
import { atPosition, basisToAfter, eventKind } from './kind';

/** What is found at a lamp when the vehicle arrives. `sound`: looked at, nothing wrong. */
export const AS_FOUND = [
  'sound',
  'cracked',
  'fogged',
  'yellowed',
  'dull',
  'dead-segment',
  'wrong-colour',
  'missing',
  'aftermarket',
] as const;
export type AsFound = (typeof AS_FOUND)[number];

/** How a lamp was found on arrival. */
export const asFound = eventKind({
  type: 'as-found',
  form: shape({
    position: id(),
    found: list(oneOf(AS_FOUND), 1, AS_FOUND.length),
    words: note(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'record-arrival',
  value: (b) => b.position,
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ asFound: latestBy(log, (b) => b.position) }),
});
