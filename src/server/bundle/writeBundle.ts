import { createGzip } from 'node:zlib';
import { Readable } from 'node:stream';
import type { PoolClient } from 'pg';
import { type Pack, pack as newPack } from 'tar-stream';
import { schemaOf } from './schemaOf';
import { belongs, BUNDLE_TABLES, type BundleHead, type BundleTable } from './tables';

/** *Setting*: rows in one file of a bundle. */
const ROWS = 500;

/**
 * A whole shop as one file that is written while it is read: a gzipped tar of `shop.json`, `tables/…` (JSON lists of
 * rows) and `photos/…jpg`. All of it is one moment of the database. Who stops reading ends it.
 * @param client a connection of its own, let go at the end
 */
export function writeBundle(client: PoolClient, shopId: string, now: Date): Readable {
  const pack = newPack();
  const gzip = createGzip({ level: 4 });
  void fill(client, pack, shopId, now).then(
    () => pack.finalize(),
    (error: unknown) => pack.destroy(error instanceof Error ? error : new Error('bundle failed')),
  );
  const source = Readable.from(pack as unknown as AsyncIterable<Buffer>);
  source.on('error', (error) => gzip.destroy(error));
  gzip.on('close', () => pack.destroy());
  return source.pipe(gzip);
}

async function fill(client: PoolClient, pack: Pack, shopId: string, now: Date): Promise<void> {
  let sound = false;
  try {
    await client.query('begin isolation level repeatable read read only');
    const head = await headOf(client, shopId, now);
    await file(pack, 'shop.json', JSON.stringify(head, null, 1));
    for (const table of BUNDLE_TABLES) await tableFiles(client, pack, table, shopId);
    await client.query('commit');
    sound = true;
  } finally {
    // A connection in the middle of a transaction is not given to anybody else.
    client.release(!sound);
  }
}

async function headOf(client: PoolClient, shopId: string, now: Date): Promise<BundleHead> {
  const rows: [BundleTable, number][] = [];
  for (const table of BUNDLE_TABLES) {
    const found = await client.query<{ n: number }>(
      `select count(*)::int as n from "${table}" t where ${belongs(table)}`,
      [shopId],
    );
    rows.push([table, found.rows[0]?.n ?? 0]);
  }
  const shop = await client.query<{ name: string }>('select name from shop where id = $1', [shopId]);
  return {
    form: 'yonder-bolt/bundle',
    version: 1,
    schema: await schemaOf(client),
    madeAt: now.toISOString(),
    shop: { id: shopId, name: shop.rows[0]?.name ?? '' },
    rows: Object.fromEntries(rows) as BundleHead['rows'],
  };
}

async function tableFiles(client: PoolClient, pack: Pack, table: BundleTable, shopId: string): Promise<void> {
  const photo = table === 'photo';
  const row = photo ? `(to_jsonb(t) - 'bytes')` : 'to_jsonb(t)';
  const bytes = photo ? ', t.bytes' : '';
  await client.query(
    `declare bundle no scroll cursor for select ${row}::text as row${bytes} from "${table}" t where ${belongs(table)}`,
    [shopId],
  );
  // Photos are large: a few at a time.
  const step = photo ? 8 : ROWS;
  for (let part = 1; ; part += 1) {
    const { rows } = await client.query<{ row: string; bytes?: Buffer }>(`fetch ${step} from bundle`);
    if (rows.length === 0) break;
    const name = `tables/${table}/${String(part).padStart(6, '0')}.json`;
    await file(pack, name, `[${rows.map((r) => r.row).join(',\n')}]`);
    for (const { row: text, bytes: picture } of rows) {
      if (!picture) continue;
      const { id } = JSON.parse(text) as { id: string };
      await file(pack, `photos/${id}.jpg`, picture);
    }
  }
  await client.query('close bundle');
}

/** Adds a file, and waits until the reader has room for more. */
const file = (pack: Pack, name: string, content: string | Buffer): Promise<void> =>
  new Promise((resolve, reject) => {
    // Who asked has gone: the wait for room would have no end.
    const gone = () => reject(new Error('nobody reads'));
    pack.once('close', gone);
    pack.entry({ name }, content, (error) => {
      pack.off('close', gone);
      if (error) reject(error);
      else resolve();
    });
  });
