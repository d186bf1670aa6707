import { seededRandom } from '@/core/kernel/seededRandom';

/** *Settings* of a technician on a busy morning: an entry every so often, and a page looked at soon after each, s. */
export const ENTRY_EVERY_S = 10;
export const PAGE_AFTER_S = 1;

export type Deed = { readonly atMs: number; readonly technician: number } & (
  { readonly kind: 'entry' } | { readonly kind: 'page'; readonly page: PageKind }
);

/** Pages with how often each is opened, of 20. */
const PAGES = { board: 3, fit: 3, wire: 3, strip: 4, mount: 3, prove: 2, shelf: 1, release: 1 } as const;
export type PageKind = keyof typeof PAGES;
const DECK = (Object.keys(PAGES) as PageKind[]).flatMap((p) => Array.from({ length: PAGES[p] }, () => p));

/**
 * When who does what, in order of time: each technician begins at a moment of their own and keeps their pace, whether
 * or not the server keeps up with it.
 */
export function schedule(technicians: number, seconds: number, seed: number): readonly Deed[] {
  const random = seededRandom(seed);
  const deeds: Deed[] = [];
  for (let technician = 0; technician < technicians; technician += 1) {
    for (let at = random() * ENTRY_EVERY_S; at < seconds; at += ENTRY_EVERY_S) {
      deeds.push({ kind: 'entry', technician, atMs: at * 1000 });
      const page = DECK[Math.floor(random() * DECK.length)] ?? 'board';
      deeds.push({ kind: 'page', technician, page, atMs: (at + random() * PAGE_AFTER_S) * 1000 });
    }
  }
  return deeds.sort((a, b) => a.atMs - b.atMs);
}
