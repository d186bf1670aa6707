import { ask } from './ask';
import { catalogue } from './catalogue';
import { job } from './job';
import type { ReasonSamples } from './samples';
import { vehicle } from './vehicle';
import { wiring } from './wiring';

/**
 * For tests: every sentence that the core may say, with facts such as it is said with. The compiler wants one for each
 * code, and knows the facts of each. What may be left out is there.
 */
export const REASON_SAMPLES: ReasonSamples = { ...ask, ...catalogue, ...job, ...vehicle, ...wiring };
