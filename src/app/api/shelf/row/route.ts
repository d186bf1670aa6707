import { readCsvRow, writeCsvRow } from '@/formats/shelf';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { cellsOf, inColumns, rowForm } from '@/server/shelf/rowForm';
import { saveRow } from '@/server/shelf/saveRow';

/** Saves one row of the shelf as its next revision. Leads only. */
export const POST = (request: Request) =>
  answerForm(
    request,
    rowForm,
    async (actor, { kind, cells, seenRev }) => {
      const read = readCsvRow(kind, cellsOf(kind, cells));
      if (read.kind === 'faults') return read;
      const outcome = await saveRow(database(), actor, kind, read.body, seenRev);
      if (outcome.kind === 'faults') return { kind: 'faults', faults: inColumns(kind, outcome.faults) };
      if (outcome.kind === 'stale')
        return { ...outcome, present: outcome.present && writeCsvRow(kind, outcome.present as never) };
      return outcome;
    },
    { needs: 'import-shelf' },
  );
