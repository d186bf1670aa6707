import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape, text, words, yesNo } from './form';
import { atPosition, eventKind } from './kind';

/** How the customer agreed to a lasting change that nobody had foreseen. */
export const CONSENTS = ['signed', 'told', 'open'] as const;
export type Consent = (typeof CONSENTS)[number];

/** Longest signature, in UTF-16 code units of its path. */
const SIGNATURE_MAX = 24_000;
/** Strokes of straight pieces, in thousandths of the field's width: `M12 40L13 42L…`. */
const STROKES = /^(M\d{1,4} \d{1,4}(L\d{1,4} \d{1,4})*)+$/;

/**
 * A lasting change that no sheet foresaw: a hole, a cut bracket, a tab taken off. The customer agrees on the spot with
 * a signature or in words that somebody writes down, else it is an open item.
 */
export const changeNoted = eventKind({
  type: 'change-noted',
  form: shape({
    change: id(),
    words: words(),
    position: note(120),
    /** A hole was made: it stays open until it has its grommet or seal. */
    hole: yesNo().required('missing'),
    /** The hole has its grommet or seal. */
    sealed: yesNo().required('missing'),
    consent: oneOf(CONSENTS),
    /** Who agreed, and how where it is not signed. */
    by: note(200),
    signature: text(SIGNATURE_MAX).matches(STROKES, 'malformed').optional(),
    after: after(),
  })
    .test(
      'by',
      'words-needed',
      (b) => b.consent === 'open' || (typeof b.by === 'string' && b.by.trim() !== ''),
    )
    .test('signature', 'signature-needed', (b) => b.consent !== 'signed' || b.signature !== undefined),
  needs: 'work-at-vehicle',
  value: (b) => b.change,
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ changes: latestBy(log, (b) => b.change) }),
});
