import { notFound } from 'next/navigation';
import { SHELF_KINDS } from '@/core/shelf';
import { ShelfList } from '@/features/shelf/ShelfList';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { searchShelf } from '@/server/shelf/searchShelf';
import { shelfCounts } from '@/server/shelf/shelfCounts';
import { localeOf, wordsIn } from '@/words';
import { shelfLine } from './shelfLine';

export const metadata = { title: 'Shelf' };

const PAGE = 50;

interface Props {
  readonly params: Promise<{ kind: string }>;
  readonly searchParams: Promise<{ q?: string; from?: string }>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const asked = (await params).kind;
  const kind = SHELF_KINDS.find((k) => k === asked);
  if (!kind) notFound();
  const { q = '', from: at = '0' } = await searchParams;
  const query = q.slice(0, 100);
  const from = Math.max(0, Number.parseInt(at, 10) || 0);
  const { rows, total } = await searchShelf(database(), actor.shopId, kind, query, { from, size: PAGE });
  const words = wordsIn(localeOf(actor.locale));
  return (
    <ShelfList
      key={`${kind}?${query}`}
      kind={kind}
      kinds={SHELF_KINDS}
      counts={await shelfCounts(database(), actor.shopId)}
      lines={rows.map((r) => shelfLine(kind, r, words))}
      query={query}
      from={from}
      total={total}
      pageSize={PAGE}
      mayEdit={may(actor.role, 'import-shelf')}
    />
  );
}
