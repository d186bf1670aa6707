import { latestOf } from '../log/frontier';
import { after, maybeOneOf, note, shape, text } from './form';
import { eventKind } from './kind';

/** Longest name, and longest way to reach somebody, in UTF-16 code units. */
export const CUSTOMER_MAX = 120;
/** Longest name of a language. */
export const LANGUAGE_MAX = 40;
/** What a customer said to being called or written to about this vehicle. */
export const CONTACT_CONSENTS = ['yes', 'this-job', 'no'] as const;
export type ContactConsent = (typeof CONTACT_CONSENTS)[number];

/** Who the customer is, how they are reached, in which language, and what they agreed to. Absent fields: nobody asked. */
export const customerNoted = eventKind({
  type: 'customer-noted',
  form: shape({
    name: text(CUSTOMER_MAX).trim('not-trimmed').required('missing'),
    /** A number, an address, or both, as it was said. */
    reach: note(CUSTOMER_MAX),
    language: note(LANGUAGE_MAX),
    consent: maybeOneOf(CONTACT_CONSENTS),
    after: after(),
  }),
  needs: 'record-arrival',
  value: () => 'customer',
  reduce: (log) => ({ customer: latestOf(log) }),
});
