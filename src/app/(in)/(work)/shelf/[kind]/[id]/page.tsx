import { notFound } from 'next/navigation';
import { SHELF_KINDS } from '@/core/catalogue';
import { sheetOffers, type StepSheet } from '@/core/work';
import { RowEditor } from '@/features/shelf/RowEditor';
import { csvColumns, longColumns, writeCsvRow } from '@/formats/shelf';
import { may } from '@/server/access';
import { askedOf } from '@/server/asked';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { sheetHistory } from '@/server/jobs/learnt';
import { shelfRows } from '@/server/shelf/loadShelf';
import { measuredRow } from '@/server/shelf/measured';
import { rowHistory } from '@/server/shelf/searchShelf';
import { sheetFromJob } from '@/server/shelf/sheetOffer';
import { stockOf } from '@/server/shelf/stock';

export const metadata = { title: 'Shelf' };

const NEW_ROW = { rev: 0, madeAt: '', madeBy: '' };

interface Props {
  readonly params: Promise<{ kind: string; id: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const { kind: asked, id: encoded } = await params;
  const kind = SHELF_KINDS.find((k) => k === asked);
  if (!kind) notFound();
  const id = decodeURIComponent(encoded);
  const history = await rowHistory(database(), actor.shopId, kind, id);
  const asks = await searchParams;
  // A job's own way, offered to the shelf: as the next revision of its sheet, or as one that the shelf has not.
  const gone =
    kind === 'step-sheet'
      ? await sheetFromJob(database(), actor.shopId, id, askedOf(asks, 'job'), actor.locale)
      : null;
  const head = history[0] ?? (gone && { ...NEW_ROW, body: gone.body });
  if (!head) notFound();
  const long = longColumns(kind);
  const cellsOf = (body: typeof head.body) => {
    const cells = writeCsvRow(kind, body as never) as Record<string, string>;
    // For the eye: what stands in one line in a file is laid out here.
    const laidOut = ([c, text]: [string, string]) => [
      c,
      long.includes(c) ? JSON.stringify(JSON.parse(text), null, 2) : text,
    ];
    return Object.fromEntries(Object.entries(cells).map(laidOut)) as Record<string, string>;
  };
  // A job's own measurement, offered to the shelf.
  const measured = await measuredRow(
    database(),
    actor.shopId,
    { kind, body: head.body },
    askedOf(asks, 'job'),
    askedOf(asks, 'timed'),
  );
  const columns = csvColumns(kind);
  const plugs = kind === 'family' || kind === 'lamp';
  const halves = Object.fromEntries(
    (plugs ? await shelfRows(database(), actor.shopId, 'connector') : []).map((r) => [r.body.id, r.body]),
  );
  const offers =
    kind === 'step-sheet' && history[0]
      ? sheetOffers(head.body as StepSheet, await sheetHistory(database(), actor.shopId, id))
      : [];
  const stocked = kind === 'lamp' || kind === 'part';
  return (
    <RowEditor
      kind={kind}
      id={id}
      rev={head.rev}
      columns={columns}
      long={long}
      cells={cellsOf(head.body)}
      history={history.map((h, i) => {
        const before = history[i + 1];
        const [now, then] = [cellsOf(h.body), before ? cellsOf(before.body) : {}];
        return {
          rev: h.rev,
          at: h.madeAt,
          by: h.madeBy,
          changed: before
            ? columns.filter((c) => (now[c] ?? '') !== ((then as Record<string, string>)[c] ?? ''))
            : [],
        };
      })}
      mayEdit={may(actor.role, 'import-shelf')}
      {...(stocked ? { stock: (await stockOf(database(), actor.shopId))[id] ?? null } : {})}
      halves={halves}
      {...(offers.length > 0 ? { offers } : {})}
      {...(gone ? { offered: { ...gone, cells: cellsOf(gone.body as typeof head.body) } } : {})}
      {...(measured ? { offered: { ...measured, cells: cellsOf(measured.body as typeof head.body) } } : {})}
    />
  );
}
