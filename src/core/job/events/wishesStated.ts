import { WISHES } from '../../fitment';
import { latestOf } from '../log/frontier';
import { after, list, note, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

/** What the customer wants of the new lamps. */
export const wishesStated = eventKind({
  type: 'wishes-stated',
  form: shape({ wishes: list(oneOf(WISHES), 0, WISHES.length), words: note(), after: after() }),
  lifts: [basisToAfter],
  needs: 'record-arrival',
  value: () => 'wishes',
  reduce: (log) => ({ wishes: latestOf(log) }),
});
