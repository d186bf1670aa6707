/** A value that may stand in a reason: worded later, never here. */
export type ReasonValue = string | number | boolean | null | readonly string[] | Prose;

/** Catalogue text with its language, keyed by BCP 47 tag. At least one entry. */
export type Prose = Readonly<Record<string, string>>;

/** Where a rule or a figure comes from: a published standard, a catalogue row, a person's look. */
export interface ReasonSource {
  readonly kind: 'standard' | 'catalogue' | 'fact' | 'shop';
  readonly ref: string;
}

/** Nothing but the sentence itself. */
export type NoFacts = Readonly<Record<string, never>>;

/**
 * Every sentence that the core may say, by its code, with the facts that fill it. Each folder adds its own in its
 * `reasons.ts`; the words are `reason.<code>` of the message catalogue.
 */
// oxlint-disable-next-line typescript/no-empty-object-type -- filled by the `reasons.ts` of the folders
export interface ReasonFacts {}

/** The code of a sentence. */
export type ReasonCode = keyof ReasonFacts;

/** A reason of one code; of several codes: any of theirs. */
export type ReasonOf<C extends ReasonCode> = C extends ReasonCode
  ? { readonly code: C; readonly facts: ReasonFacts[C]; readonly source?: ReasonSource }
  : never;

/**
 * One step of an explanation, as data. `code` names the sentence in the message catalogue,
 * `facts` are what the sentence is filled with. The core never builds a sentence.
 */
export type Reason = ReasonOf<ReasonCode>;

/** The facts that a code wants, as arguments: none where every one may be left out. */
export type GivenFacts<C extends ReasonCode> =
  Record<never, never> extends ReasonFacts[C] ? [facts?: ReasonFacts[C]] : [facts: ReasonFacts[C]];

/** Makes a reason. */
export function reason<C extends ReasonCode>(code: C, ...[facts]: GivenFacts<C>): ReasonOf<C> {
  return { code, facts: facts ?? {} } as unknown as ReasonOf<C>;
}

/** A reason with where it comes from. */
export const sourced = <R extends Reason>(of: R, source: ReasonSource): R => ({ ...of, source });

/** The facts of any reason by their names, for who goes through all of them. */
export const factsOf = (of: Reason): Readonly<Record<string, ReasonValue | undefined>> =>
  of.facts as Readonly<Record<string, ReasonValue | undefined>>;

/** Stable order for text keys, independent of locale: by UTF-16 code unit. */
export function compareText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
