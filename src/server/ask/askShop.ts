import { answer, type Answered, type CaseFault } from '@/core/ask';
import { readCase } from '@/formats/ask';
import { EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import type { Database } from '../db/connection';
import { applicationsFor, loadShelf, sheetsOfFamily, shelfRowsById } from '../shelf/loadShelf';

/** What a program of the shop gets for a case. */
export type AskOutcome =
  | { readonly kind: 'faults'; readonly faults: readonly CaseFault[] }
  | {
      readonly kind: 'answers';
      readonly answers: Extract<Answered, { kind: 'answers' }>['answers'];
      readonly taken: Readonly<Record<string, unknown>>;
    };

/** Answers a case on the shop's shelf: rows that the case brings itself go before those of the shelf. */
export async function askShop(db: Database, shopId: string, text: string): Promise<AskOutcome> {
  const line = lineOf(text);
  const read = readCase(text, line === null ? EMPTY_SHELF : await sliceFor(db, shopId, line));
  if (read.kind === 'faults') return read;
  const answered = answer(read.case);
  return answered.kind === 'faults' ? answered : { ...answered, taken: read.taken };
}

/** The line that a text asks about; null: it is no such text, and the reader says why. */
function lineOf(text: string): string | null {
  try {
    const line = (JSON.parse(text) as { vehicle?: { line?: unknown } } | null)?.vehicle?.line;
    return typeof line === 'string' && line.length <= 80 ? line : null;
  } catch {
    return null;
  }
}

/** What of the shop's shelf can have a say in one vehicle line. */
async function sliceFor(db: Database, shopId: string, line: string): Promise<Shelf> {
  const lists = await loadShelf(db, shopId, ['lamp', 'family', 'application', 'step-sheet']);
  const [family, applications, sheets] = await Promise.all([
    shelfRowsById(db, shopId, 'family', [line]),
    applicationsFor(db, shopId, line),
    sheetsOfFamily(db, shopId, line),
  ]);
  const lampIds = [...new Set(applications.flatMap((a) => Object.values(a.body.lamps)))];
  const lamps = await shelfRowsById(db, shopId, 'lamp', lampIds);
  return {
    ...lists,
    families: family.map((r) => r.body),
    applications: applications.map((r) => r.body),
    lamps: lamps.map((r) => r.body),
    stepSheets: sheets.map((r) => r.body),
  };
}
