import type { ClosesBy, ItemOrigin } from './openItem';

const BY_RECORD: ReadonlySet<ItemOrigin> = new Set([
  'baseline-light',
  'aim',
  'recheck',
  'choice-stale',
  'mode',
  'cure',
  'lead-to-make',
  'harness-reading',
  'bench-proof',
  'loosened',
  'isolated',
  'fasteners',
  'breakage',
  'function-proof',
  'mismatch',
  'consent',
  'parts',
  'box',
  'plug',
  'mount',
  'joint',
  'drop',
]);

/** How an item of a rule of this origin closes. */
export const closesBy = (origin: ItemOrigin): ClosesBy => (BY_RECORD.has(origin) ? 'record' : 'words');

/** Letters and digits of a text, as words. */
const WORD = /[\p{L}\p{N}]+/gu;
const LEAST_WORDS = 2;
const LEAST_SIGNS = 6;
const LEAST_UNLIKE = 4;

/**
 * Whether a text says anything: two words at least, of six letters or digits together, four of them unlike. An "x", an
 * "ok" or a row of one letter is no evidence. What the words say is for whoever reads them.
 */
export function saysSomething(text: string): boolean {
  const words = text.toLowerCase().match(WORD) ?? [];
  const signs = words.join('');
  return words.length >= LEAST_WORDS && signs.length >= LEAST_SIGNS && new Set(signs).size >= LEAST_UNLIKE;
}
