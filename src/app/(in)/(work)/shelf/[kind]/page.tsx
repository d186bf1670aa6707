import { notFound } from 'next/navigation';
import { SHELF_KINDS } from '@/core/catalogue';
import { ShelfList } from '@/features/shelf/ShelfList';
import { may } from '@/server/access';
import { askedNumber, askedOf } from '@/server/asked';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { searchShelf } from '@/server/shelf/searchShelf';
import { shelfCounts } from '@/server/shelf/shelfCounts';
import { localeOf, wordsIn } from '@/words';
import { shelfLine } from './shelfLine';

export const metadata = { title: 'Shelf' };

const PAGE = 50;
/** Rows of a kind that a page can begin at. */
const MOST_ROWS = 10_000_000;

interface Props {
  readonly params: Promise<{ kind: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const asked = (await params).kind;
  const kind = SHELF_KINDS.find((k) => k === asked);
  if (!kind) notFound();
  const asks = await searchParams;
  const query = askedOf(asks, 'q');
  const from = askedNumber(askedOf(asks, 'from'), MOST_ROWS, 0);
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
