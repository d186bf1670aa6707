import * as yup from 'yup';
import { ROAD_MARKS, VERDICTS } from '../../fitment';
import { latestBy } from '../log/frontier';
import { after, id, list, oneOf, record, rowRef, shape, whole, words, yesNo } from './form';
import { basisToAfter, eventKind } from './kind';

/** A pinned catalogue row. */
export interface RowRef {
  readonly id: string;
  readonly rev: number;
}

const ref = rowRef();
const override = yup
  .object({ words: words(), consent: words() })
  .strict(true)
  .typeError('wrong-type')
  .noUnknown(true, 'unknown-field')
  .optional()
  .default(undefined);

/**
 * The lamp of a swap, with the revisions of every row that the choice stands on and its verdict as it was shown.
 * A verdict that is not settled takes an override with reason and consent, which only a lead may write.
 */
export const lampChosen = eventKind({
  type: 'lamp-chosen',
  form: shape({
    swap: id(),
    application: rowRef(),
    /** By position. */
    lamps: record<RowRef>(40, (key, v) => key.length <= 120 && ref.isValidSync(v)),
    parts: list(
      shape({
        id: id(),
        rev: whole(0, 2_147_483_647),
        quantity: whole(1, 9999),
        certain: yesNo().required('missing'),
      }),
      0,
      200,
    ),
    verdict: oneOf(VERDICTS),
    road: oneOf(ROAD_MARKS),
    /** Step sheets on the shelf for these positions when it was chosen; absent in old entries. */
    sheets: yup.array(rowRef()).strict(true).typeError('wrong-type').max(50, 'too-many').optional(),
    override,
    after: after(),
  }).test('override', 'override-needed', (b) => {
    const settled = b.verdict === 'fits' || b.verdict === 'fits-with-parts';
    return settled || b.override !== undefined;
  }),
  lifts: [basisToAfter],
  needs: (b) => (b.override ? 'override-verdict' : 'choose-parts'),
  value: (b) => b.swap,
  asked: (b, shape) => (shape.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ choices: latestBy(log, (b) => b.swap), everChosen: log.standing }),
});
