import { rowOf } from '@/core/kernel/ids';
import Papa from 'papaparse';
import { reason } from '@/core/kernel/reason';
import {
  type Application,
  checkShelf,
  EMPTY_SHELF,
  type Shelf,
  type ShelfKind,
  SHELF_LISTS,
} from '@/core/catalogue';
import { type CsvFault, type CsvRecord, csvColumns, plainCell, readCsvRow, rowFaults } from '@/formats/shelf';
import { audit } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { sameJson } from '../sameJson';
import { headRevisions, loadShelf, shelfRowsById } from './loadShelf';
import { afterLoad, lockShelf, writeRows } from './writeRows';

export type CsvOutcome =
  | {
      readonly kind: 'imported';
      readonly added: number;
      readonly revised: number;
      readonly unchanged: number;
    }
  | { readonly kind: 'faults'; readonly faults: readonly CsvFault[]; readonly more: boolean };

const MAX_FAULTS = 200;
/** Where the reader puts what a line has beyond the columns. */
const MORE_CELLS = '__parsed_extra';

class Refused extends Error {}

/**
 * Imports a CSV of one kind, all or nothing: every fault by line and column, and with one fault nothing is written.
 * Lines are read, checked and written in groups, so that memory grows with the text alone.
 * @param text the whole file
 * @param onLine told how many lines are done
 */
export async function importCsv(
  db: Database,
  shopId: string,
  by: string,
  kind: ShelfKind,
  text: string,
  onLine: (lines: number) => void = () => undefined,
): Promise<CsvOutcome> {
  const faults: CsvFault[] = [];
  const sum = { added: 0, revised: 0, unchanged: 0 };
  try {
    await db.transaction(async (tx) => {
      await lockShelf(tx, shopId);
      const work = new CsvImport(tx, shopId, by, kind, faults, sum, await referencedShelf(tx, shopId, kind));
      await eachGroup(text, async (lines) => {
        if (faults.length < MAX_FAULTS) await work.take(lines);
        onLine(lines.at(-1)?.row ?? 0);
      });
      if (faults.length > 0) throw new Refused();
      if (sum.added + sum.revised > 0)
        await audit(tx, shopId, by, [
          {
            about: 'shelf',
            did: 'csv-imported',
            subject: kind,
            after: { added: sum.added, revised: sum.revised },
          },
        ]);
    });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    faults.sort((a, b) => a.row - b.row);
    return { kind: 'faults', faults: faults.slice(0, MAX_FAULTS), more: faults.length > MAX_FAULTS };
  }
  await afterLoad(db, sum.added + sum.revised);
  return { kind: 'imported', ...sum };
}

/** What rows of a kind refer to; the many applications are left out unless they are what is imported to. */
async function referencedShelf(tx: Transaction, shopId: string, kind: ShelfKind): Promise<Shelf> {
  const shelf = await loadShelf(tx, shopId, kind === 'application' ? ['application'] : []);
  return kind === 'application' ? shelf : { ...shelf, [SHELF_LISTS[kind]]: [] };
}

interface Line {
  readonly row: number;
  readonly cells: CsvRecord;
}

/** Characters that are split into lines at a time. */
const PIECE = 256 * 1024;

/** Hands the lines of a CSV on in groups, one group after the other. */
function eachGroup(text: string, take: (lines: readonly Line[]) => Promise<void>): Promise<void> {
  let row = 1;
  return new Promise((resolve, reject) => {
    Papa.parse<CsvRecord>(text, {
      header: true,
      skipEmptyLines: 'greedy',
      transform: plainCell,
      transformHeader: (h) => h.replace(/^\uFEFF/, '').trim(),
      chunkSize: PIECE,
      chunk: ({ data }: Papa.ParseResult<CsvRecord>, parser: Papa.Parser) => {
        const lines = data.map((cells): Line => ({ row: (row += 1), cells }));
        parser.pause();
        take(lines).then(() => parser.resume(), reject);
      },
      complete: () => resolve(),
      error: reject,
    } as Papa.ParseConfig<CsvRecord>);
  });
}

class CsvImport {
  private readonly seen = new Set<string>();
  private readonly families: ReadonlyMap<string, Shelf['families'][number]>;
  private readonly lamps: ReadonlyMap<string, Shelf['lamps'][number]>;

  constructor(
    private readonly tx: Transaction,
    private readonly shopId: string,
    private readonly by: string,
    private readonly kind: ShelfKind,
    private readonly faults: CsvFault[],
    private readonly sum: { added: number; revised: number; unchanged: number },
    private readonly shelf: Shelf,
  ) {
    this.families = new Map(shelf.families.map((f) => [f.id, f]));
    this.lamps = new Map(shelf.lamps.map((l) => [l.id, l]));
  }

  async take(lines: readonly Line[]): Promise<void> {
    const { kind, faults } = this;
    const good: { row: number; body: { readonly id: string } }[] = [];
    for (const { row, cells } of lines) {
      if (MORE_CELLS in cells) {
        faults.push({ row, column: 'id', reason: reason('csv-more-cells') });
        continue;
      }
      const read = readCsvRow(kind, cells);
      const found =
        read.kind === 'faults'
          ? read.faults
          : rowFaults(kind, read.body).map((f) => ({ column: columnOf(kind, f.path), reason: f.reason }));
      if (found.length > 0 || read.kind === 'faults') {
        faults.push(...found.map((f) => ({ row, ...f })));
        continue;
      }
      if (this.seen.has(read.body.id))
        faults.push({ row, column: 'id', reason: reason('id-twice', { id: read.body.id }) });
      this.seen.add(read.body.id);
      good.push({ row, body: read.body });
    }
    const list = SHELF_LISTS[kind];
    const bodies = good.map((g) => g.body);
    // Only what the lines name is checked with them; the whole shelf is asked where something is wrong, for near names.
    const narrow = { ...this.named(bodies), [list]: bodies } as Shelf;
    const joined = { ...this.shelf, [list]: bodies } as Shelf;
    for (const f of checkShelf(narrow).length === 0 ? [] : checkShelf(joined)) {
      // Doubles are found over the whole file, above.
      if (f.reason.code === 'id-twice') continue;
      const [, at, index, ...path] = f.path.split('/');
      const line = at === list ? good[Number(index)] : undefined;
      if (line)
        faults.push({ row: line.row, column: columnOf(kind, `/${path.join('/')}`), reason: f.reason });
    }
    if (faults.length === 0) await this.write(good.map((g) => g.body));
  }

  /** The rows that applications name, with all that is small; for other kinds the whole shelf. */
  private named(bodies: readonly { readonly id: string }[]): Shelf {
    if (this.kind !== 'application') return this.shelf;
    const apps = bodies as readonly Application[];
    const ids = (of: (a: Application) => readonly string[]) => new Set(apps.flatMap(of));
    const [families, lamps] = [ids((a) => a.families), ids((a) => Object.values(a.lamps))];
    const pick = <T extends { readonly id: string }>(
      rows: ReadonlyMap<string, T>,
      wanted: ReadonlySet<string>,
    ) => [...wanted].flatMap((id) => rows.get(id) ?? []);
    return {
      ...EMPTY_SHELF,
      factKeys: this.shelf.factKeys,
      parts: this.shelf.parts,
      connectors: this.shelf.connectors,
      families: pick(this.families, families),
      lamps: pick(this.lamps, lamps),
    };
  }

  private async write(bodies: readonly { readonly id: string }[]): Promise<void> {
    const { tx, shopId, kind, sum } = this;
    const ids = bodies.map((b) => b.id);
    const present = new Map(
      (await shelfRowsById(tx, shopId, kind, ids)).map((r) => [(r.body as { id: string }).id, r.body]),
    );
    const heads = await headRevisions(tx, shopId, ids);
    const fresh = bodies.flatMap((body) => {
      const old = present.get(body.id);
      if (old && sameJson(old, body)) return [];
      return [{ kind, id: body.id, rev: (heads.get(rowOf(kind, body.id)) ?? 0) + 1, body: body as never }];
    });
    await writeRows(tx, shopId, this.by, fresh);
    const added = fresh.filter((f) => f.rev === 1).length;
    sum.added += added;
    sum.revised += fresh.length - added;
    sum.unchanged += bodies.length - fresh.length;
  }
}

/** The column that a path inside a row belongs to. */
function columnOf(kind: ShelfKind, path: string): string {
  const [, field = '', ...rest] = path.split('/');
  const column = field === 'lamps' && rest[0] ? rest[0] : field;
  return csvColumns(kind).includes(column) ? column : field || 'id';
}
