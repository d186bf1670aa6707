import { Readable } from 'node:stream';
import Papa from 'papaparse';
import { reason } from '@/core/reason';
import { checkShelf, EMPTY_SHELF, type Shelf, type ShelfKind, SHELF_LISTS } from '@/core/shelf';
import { type CsvFault, type CsvRecord, csvColumns, readCsvRow, rowFaults } from '@/formats/shelf';
import type { Database, Transaction } from '../db/connection';
import { sameJson } from '../sameJson';
import { headRevisions, loadShelf, shelfRowsById } from './loadShelf';
import { lockShelf, writeRows } from './writeRows';

export type CsvOutcome =
  | {
      readonly kind: 'imported';
      readonly added: number;
      readonly revised: number;
      readonly unchanged: number;
    }
  | { readonly kind: 'faults'; readonly faults: readonly CsvFault[]; readonly more: boolean };

/** Lines read, checked and written at a time: memory does not grow with the file. */
const CHUNK = 1000;
const MAX_FAULTS = 200;

class Refused extends Error {}

/**
 * Imports a CSV of one kind, all or nothing: every fault by line and column, and with one fault nothing is written.
 * @param text the file as it comes, in pieces
 * @param onLine told how many lines are done
 */
export async function importCsv(
  db: Database,
  shopId: string,
  by: string,
  kind: ShelfKind,
  text: AsyncIterable<string | Uint8Array>,
  onLine: (lines: number) => void = () => undefined,
): Promise<CsvOutcome> {
  const faults: CsvFault[] = [];
  const sum = { added: 0, revised: 0, unchanged: 0 };
  try {
    await db.transaction(async (tx) => {
      await lockShelf(tx, shopId);
      const work = new CsvImport(tx, shopId, by, kind, faults, sum, await referencedShelf(tx, shopId, kind));
      for await (const chunk of chunksOf(text)) {
        if (faults.length < MAX_FAULTS) await work.take(chunk);
        onLine(chunk.at(-1)?.row ?? 0);
      }
      if (faults.length > 0) throw new Refused();
    });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    faults.sort((a, b) => a.row - b.row);
    return { kind: 'faults', faults: faults.slice(0, MAX_FAULTS), more: faults.length > MAX_FAULTS };
  }
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

async function* chunksOf(text: AsyncIterable<string | Uint8Array>): AsyncGenerator<readonly Line[]> {
  const parser = Papa.parse(Papa.NODE_STREAM_INPUT, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.replace(/^\uFEFF/, '').trim(),
  });
  const source = Readable.from(text);
  source.on('error', (e) => parser.destroy(e));
  source.pipe(parser);
  let chunk: Line[] = [];
  let row = 1;
  for await (const cells of parser as AsyncIterable<CsvRecord>) {
    row += 1;
    chunk.push({ row, cells });
    if (chunk.length === CHUNK) {
      yield chunk;
      chunk = [];
    }
  }
  if (chunk.length > 0) yield chunk;
}

class CsvImport {
  private readonly seen = new Set<string>();

  constructor(
    private readonly tx: Transaction,
    private readonly shopId: string,
    private readonly by: string,
    private readonly kind: ShelfKind,
    private readonly faults: CsvFault[],
    private readonly sum: { added: number; revised: number; unchanged: number },
    private readonly shelf: Shelf,
  ) {}

  async take(lines: readonly Line[]): Promise<void> {
    const { kind, faults } = this;
    const good: { row: number; body: { readonly id: string } }[] = [];
    for (const { row, cells } of lines) {
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
    const joined = { ...EMPTY_SHELF, ...this.shelf, [list]: good.map((g) => g.body) } as Shelf;
    for (const f of checkShelf(joined)) {
      // Doubles are found over the whole file, above.
      if (f.reason.code === 'id-twice') continue;
      const [, at, index, ...path] = f.path.split('/');
      const line = at === list ? good[Number(index)] : undefined;
      if (line)
        faults.push({ row: line.row, column: columnOf(kind, `/${path.join('/')}`), reason: f.reason });
    }
    if (faults.length === 0) await this.write(good.map((g) => g.body));
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
      return [{ kind, id: body.id, rev: (heads.get(`${kind}/${body.id}`) ?? 0) + 1, body: body as never }];
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
