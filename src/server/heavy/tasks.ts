import type { LintFinding } from '@/core/catalogue/lint';
import type { HarnessDocument, QuoteDocument, RemovalDocument, WallDocument } from '@/core/job';
import type { ShelfKind } from '@/core/catalogue';
import type { AskOutcome } from '../ask/askShop';
import type { CsvOutcome } from '../shelf/importCsv';
import type { ImportOutcome } from '../shelf/importShelf';

/** Work that would hold up everybody else if it ran in the thread that answers requests: what goes in, comes out, and is told meanwhile. */
export interface HeavyTasks {
  readonly 'import-shelf': {
    readonly input: { readonly shopId: string; readonly by: string; readonly bytes: Uint8Array };
    readonly output: ImportOutcome;
    readonly progress: never;
  };
  readonly 'import-csv': {
    readonly input: {
      readonly shopId: string;
      readonly by: string;
      readonly kind: ShelfKind;
      readonly bytes: Uint8Array;
    };
    readonly output: CsvOutcome;
    readonly progress: { readonly lines: number };
  };
  readonly 'lint-shelf': {
    readonly input: { readonly shopId: string };
    readonly output: readonly LintFinding[];
    readonly progress: { readonly done: number; readonly all: number };
  };
  readonly ask: {
    readonly input: { readonly shopId: string; readonly text: string };
    readonly output: AskOutcome;
    readonly progress: never;
  };
  readonly 'removal-pdf': {
    readonly input: {
      readonly doc: RemovalDocument;
      readonly photos: Readonly<Record<string, Uint8Array>>;
      readonly names: Readonly<Record<string, string>>;
      readonly origin: string;
      readonly locale: string;
    };
    readonly output: Uint8Array;
    readonly progress: never;
  };
  readonly 'quote-pdf': {
    readonly input: { readonly doc: QuoteDocument; readonly locale: string };
    readonly output: Uint8Array;
    readonly progress: never;
  };
  readonly 'wall-pdf': {
    readonly input: { readonly doc: WallDocument; readonly locale: string };
    readonly output: Uint8Array;
    readonly progress: never;
  };
  readonly 'marks-pdf': {
    readonly input: { readonly locale: string };
    readonly output: Uint8Array;
    readonly progress: never;
  };
  readonly 'harness-pdf': {
    readonly input: { readonly doc: HarnessDocument; readonly locale: string };
    readonly output: Uint8Array;
    readonly progress: never;
  };
}
export type HeavyName = keyof HeavyTasks;

/** What a worker is told to do. */
export type HeavyOrder = {
  [N in HeavyName]: { readonly name: N; readonly input: HeavyTasks[N]['input'] };
}[HeavyName];

/** What a worker says: how far it is, and at its end what came out. */
export type HeavyWord =
  | { readonly kind: 'progress'; readonly at: unknown }
  | { readonly kind: 'done'; readonly output: unknown }
  /** It threw; the thread stands for the next. */
  | { readonly kind: 'broken'; readonly error: unknown };
