/** A value that may stand in a reason: worded later, never here. */
export type ReasonValue = string | number | boolean | null | readonly string[] | Prose;

/** Catalogue text with its language, keyed by BCP 47 tag. At least one entry. */
export type Prose = Readonly<Record<string, string>>;

/** Where a rule or a figure comes from: a published standard, a catalogue row, a person's look. */
export interface ReasonSource {
  readonly kind: 'standard' | 'catalogue' | 'fact' | 'shop';
  readonly ref: string;
}

/**
 * One step of an explanation, as data. `code` names the sentence in the message catalogue,
 * `facts` are what the sentence is filled with. The core never builds a sentence.
 */
export interface Reason {
  readonly code: string;
  readonly facts: Readonly<Record<string, ReasonValue>>;
  readonly source?: ReasonSource;
}

/** Makes a reason. */
export function reason(code: string, facts: Reason['facts'] = {}, source?: ReasonSource): Reason {
  return source ? { code, facts, source } : { code, facts };
}

/** Stable order for text keys, independent of locale: by UTF-16 code unit. */
export function compareText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
