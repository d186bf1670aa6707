import { readCsvRow } from '@/formats/shelf';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { impactOf } from '@/server/jobs/impactOf';
import { cellsOf, impactForm, inColumns } from '@/server/shelf/rowForm';

/** Which open jobs an application, as it is typed, would change. Nothing is written. */
export const POST = (request: Request) =>
  answerForm(request, impactForm, async (actor, { cells }) => {
    const read = readCsvRow('application', cellsOf('application', cells));
    if (read.kind === 'faults') return read;
    const outcome = await impactOf(database(), actor.shopId, read.body);
    return outcome.kind === 'faults'
      ? { kind: 'faults', faults: inColumns('application', outcome.faults) }
      : outcome;
  });
