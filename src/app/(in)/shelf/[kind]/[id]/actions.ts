'use server';
import { type ShelfKind, SHELF_KINDS } from '@/core/shelf';
import type { Cells, ColumnFault, RowActs } from '@/features/shelf/RowEditor';
import { csvColumns, readCsvRow, writeCsvRow } from '@/formats/shelf';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { impactOf } from '@/server/jobs/impactOf';
import { saveRow } from '@/server/shelf/saveRow';
import { setStock } from '@/server/shelf/stock';

function checked(kind: ShelfKind, cells: Cells): Cells {
  if (!SHELF_KINDS.includes(kind)) throw new Error('no such kind');
  return Object.fromEntries(csvColumns(kind).map((c) => [c, String(cells[c] ?? '')]));
}

/** The column that a fault inside a row belongs to. */
function inColumns(
  kind: ShelfKind,
  faults: readonly { path: string; reason: ColumnFault['reason'] }[],
): ColumnFault[] {
  return faults.map(({ path, reason }) => {
    const [, field = '', next = ''] = path.split('/');
    const column = [field === 'lamps' ? next : field].find((c) => csvColumns(kind).includes(c));
    return { column: column ?? path, reason };
  });
}

export async function saveRowAct(kind: ShelfKind, sent: Cells, seenRev: number): ReturnType<RowActs['save']> {
  const actor = await pageActor();
  const read = readCsvRow(kind, checked(kind, sent));
  if (read.kind === 'faults') return read;
  const outcome = await saveRow(database(), actor, kind, read.body, Number(seenRev));
  if (outcome.kind === 'faults') return { kind: 'faults', faults: inColumns(kind, outcome.faults) };
  if (outcome.kind === 'stale')
    return {
      ...outcome,
      present: outcome.present && (writeCsvRow(kind, outcome.present as never) as Cells),
    };
  return outcome;
}

export async function impactAct(sent: Cells): ReturnType<RowActs['impact']> {
  const actor = await pageActor();
  const read = readCsvRow('application', checked('application', sent));
  if (read.kind === 'faults') return read;
  const outcome = await impactOf(database(), actor.shopId, read.body);
  return outcome.kind === 'faults'
    ? { kind: 'faults', faults: inColumns('application', outcome.faults) }
    : outcome;
}

export async function setStockAct(part: string, count: number): Promise<boolean> {
  return setStock(database(), await pageActor(), String(part), Number(count));
}
