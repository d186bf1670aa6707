import { latestBy } from '../log/frontier';
import { after, id, maybeMoney, maybeOneOf, money, number, shape, words } from './form';
import { basisToAfter, eventKind } from './kind';

/** The customer agreed to a quote: its sum as it stood then, so that a later change shows. */
export const quoteAgreed = eventKind({
  type: 'quote-agreed',
  form: shape({
    swap: id(),
    total: money(),
    minutes: number(0, 100_000),
    /** What the work in it goes by: the step sheet, or the minutes of the application. Absent: the latter. */
    work: maybeOneOf(['sheet', 'stated']),
    /** How and with whom it was agreed. */
    words: words(),
    deposit: maybeMoney(),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'choose-parts',
  value: (b) => b.swap,
  asked: (b, shape) =>
    shape.quoted.has(b.swap) ? null : shape.chosen.has(b.swap) ? 'no-price' : 'no-lamp-chosen',
  reduce: (log) => ({ quotes: latestBy(log, (b) => b.swap) }),
});
