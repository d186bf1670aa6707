import { notFound } from 'next/navigation';
import { SHELF_KINDS } from '@/core/shelf';
import { ShelfList } from '@/features/shelf/ShelfList';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { shelfCounts } from '@/server/shelf/shelfCounts';
import { shelfRows } from '@/server/shelf/loadShelf';
import { localeOf, wordsIn } from '@/words';
import { shelfLine } from './shelfLine';

export const metadata = { title: 'Shelf' };

export default async function Page({ params }: { params: Promise<{ kind: string }> }) {
  const actor = await pageActor();
  const asked = (await params).kind;
  const kind = SHELF_KINDS.find((k) => k === asked);
  if (!kind) notFound();
  const rows = await shelfRows(database(), actor.shopId, kind);
  const words = wordsIn(localeOf(actor.locale));
  return (
    <ShelfList
      kind={kind}
      kinds={SHELF_KINDS}
      counts={await shelfCounts(database(), actor.shopId)}
      lines={rows.map((r) => shelfLine(kind, r, words))}
    />
  );
}
