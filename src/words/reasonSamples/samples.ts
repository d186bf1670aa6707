import type { ReasonCode, ReasonFacts } from '@/core/kernel/reason';

/** Facts such as a sentence is said with, by its code. */
export type ReasonSamples = { readonly [C in ReasonCode]: ReasonFacts[C] };
