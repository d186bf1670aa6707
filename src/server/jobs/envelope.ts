import * as yup from 'yup';
import { ENVELOPE } from '@/core/job';

/** Identity and clock of a request, as the device made them. */
export const envelopeForm = yup.object(ENVELOPE).required();
export type Envelope = yup.InferType<typeof envelopeForm>;
