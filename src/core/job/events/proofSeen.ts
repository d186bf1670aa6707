import { cellAt, checkAt } from '../../kernel/ids';
import { SEEN, type SeenCell } from '../../prove';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, record, shape, text } from './form';
import { basisToAfter, eventKind } from './kind';

const cell = shape({
  expected: id(60),
  seen: oneOf(SEEN),
  /** Holes in the order in which they came on. */
  order: text(40)
    .matches(/^\d{1,2}(-\d{1,2})+$/, 'malformed')
    .optional(),
});
const key = (b: { readonly position: string; readonly lamp: string; readonly step: string }) =>
  checkAt(b.position, b.lamp, b.step);

/** What a lamp showed when it was operated. */
export const proofSeen = eventKind({
  type: 'proof-seen',
  form: shape({
    position: id(),
    lamp: id(),
    /** Id of the setting or of what was operated. */
    step: id(400),
    /** By function. */
    seen: record<SeenCell>(60, (does, v) => does.length <= 60 && cell.isValidSync(v)).test(
      'some',
      'too-few',
      (v) => v === undefined || Object.keys(v).length > 0,
    ),
    words: note(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, shape) =>
    Object.keys(b.seen).every((does) => shape.proofs.has(cellAt(key(b), does))) ? null : 'no-such-proof',
  reduce: (log) => ({ proofs: latestBy(log, key) }),
});
