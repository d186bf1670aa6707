import { createGunzip } from 'node:zlib';
import { pipeline, type Readable } from 'node:stream';
import type { Pool, PoolClient } from 'pg';
import { extract as newExtract } from 'tar-stream';
import { schemaOf } from './schemaOf';
import { BUNDLE_TABLES, type BundleHead, type BundleTable } from './tables';

/** *Setting*: the largest file inside a bundle, bytes. */
const MOST_BYTES = 64 * 1024 * 1024;

/** A bundle that is not brought in; nothing was written. */
export class BundleRefused extends Error {
  constructor(readonly code: 'bundle-not-good' | 'bundle-other-version') {
    super(code);
  }
}

/**
 * Brings a bundle into a database, in the caller's transaction. Rows go from the file into the database as they are
 * read; each is of the bundle's own shop, and there must be as many as its head says.
 * @throws BundleRefused where it is none, not whole, or of another form of the database
 */
export async function readBundle(client: PoolClient, source: Readable): Promise<BundleHead> {
  const extract = newExtract();
  let broken: Error | null = null;
  pipeline(source, createGunzip(), extract as unknown as NodeJS.WritableStream, (error) => {
    broken = error ?? null;
  });
  const taken = new Map<BundleTable, number>();
  const photos = new Map<string, string>();
  let head: BundleHead | null = null;
  try {
    for await (const entry of extract) {
      const content = await bytesOf(entry);
      const { name } = entry.header;
      if (head === null) head = await headFrom(client, name, content);
      else await take(client, head.shop.id, name, content, taken, photos);
    }
  } catch (error) {
    // What the database or the reader says of a file that is none is of no use to anybody; faults of ours go on.
    if (error instanceof BundleRefused || !isOfContent(error)) throw error;
    throw new BundleRefused('bundle-not-good');
  }
  if (broken !== null || head === null || photos.size > 0) throw new BundleRefused('bundle-not-good');
  for (const table of BUNDLE_TABLES)
    if ((taken.get(table) ?? 0) !== head.rows[table]) throw new BundleRefused('bundle-not-good');
  await client.query(
    `select setval(pg_get_serial_sequence('audit_line', 'seq'), greatest(1, (select max(seq) from audit_line)))`,
  );
  return head;
}

type Entry = AsyncIterable<unknown> & { readonly header: { readonly size?: number } };

async function bytesOf(entry: Entry): Promise<Buffer> {
  if ((entry.header.size ?? 0) > MOST_BYTES) throw new BundleRefused('bundle-not-good');
  const pieces: Buffer[] = [];
  for await (const piece of entry) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

async function headFrom(client: PoolClient, name: string, content: Buffer): Promise<BundleHead> {
  const said = (name === 'shop.json' ? JSON.parse(content.toString()) : {}) as Partial<BundleHead>;
  const whole = said.form === 'yonder-bolt/bundle' && typeof said.shop?.id === 'string' && said.rows;
  if (!whole) throw new BundleRefused('bundle-not-good');
  if (said.version !== 1 || said.schema !== (await schemaOf(client)))
    throw new BundleRefused('bundle-other-version');
  return said as BundleHead;
}

async function take(
  client: PoolClient,
  shopId: string,
  name: string,
  content: Buffer,
  taken: Map<BundleTable, number>,
  photos: Map<string, string>,
): Promise<void> {
  const picture = /^photos\/([0-9a-f]{64})\.jpg$/.exec(name)?.[1];
  if (picture !== undefined) {
    const meta = photos.get(picture);
    if (meta === undefined) throw new BundleRefused('bundle-not-good');
    photos.delete(picture);
    await insert(client, 'photo', shopId, `[${meta}]`, content);
    return;
  }
  const table = BUNDLE_TABLES.find((t) => name.startsWith(`tables/${t}/`));
  if (!table) throw new BundleRefused('bundle-not-good');
  const text = content.toString();
  if (table === 'photo') {
    const rows = JSON.parse(text) as { id: string }[];
    for (const row of rows) photos.set(row.id, JSON.stringify(row));
    taken.set(table, (taken.get(table) ?? 0) + rows.length);
    return;
  }
  taken.set(table, (taken.get(table) ?? 0) + (await insert(client, table, shopId, text)));
}

/** Writes rows of one table; those of another shop are left out, and are missed at the end. */
async function insert(
  client: PoolClient,
  table: BundleTable,
  shopId: string,
  rows: string,
  bytes?: Buffer,
): Promise<number> {
  const own = table === 'shop' ? 'r.id = $2' : table === 'user' ? '$2::text is not null' : 'r.shop_id = $2';
  const columns = await columnsOf(client, table);
  const values = columns.map((c) => (bytes && c === 'bytes' ? '$3::bytea' : `r."${c}"`));
  const { rowCount } = await client.query(
    `insert into "${table}" (${columns.map((c) => `"${c}"`).join(', ')})
     select ${values.join(', ')} from jsonb_populate_recordset(null::"${table}", $1::jsonb) r where ${own}`,
    [rows, shopId, ...(bytes ? [bytes] : [])],
  );
  return rowCount ?? 0;
}

const columnsOf = async (client: PoolClient, table: BundleTable): Promise<readonly string[]> => {
  const { rows } = await client.query<{ name: string }>(
    `select column_name as name from information_schema.columns
     where table_schema = 'public' and table_name = $1 order by ordinal_position`,
    [table],
  );
  return rows.map((r) => r.name);
};

/** Classes of SQLSTATE that speak of the values that were given: data, constraints; and what reading a file throws. */
function isOfContent(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code === 'string') return /^(?:22|23|Z_|ERR_STREAM|P0001)/.test(code);
  return error instanceof Error;
}

/** Brings a bundle in, in a transaction of its own with what the caller does besides. */
export async function bringIn<T>(
  pool: Pool,
  source: Readable,
  before: (client: PoolClient) => Promise<boolean>,
  after: (client: PoolClient, head: BundleHead) => Promise<T>,
): Promise<T | null> {
  const client = await pool.connect();
  let sound = false;
  try {
    await client.query('begin');
    if (!(await before(client))) {
      await client.query('rollback');
      sound = true;
      return null;
    }
    const result = await after(client, await readBundle(client, source));
    await client.query('commit');
    sound = true;
    return result;
  } catch (error) {
    sound = await client.query('rollback').then(
      () => true,
      () => false,
    );
    throw error;
  } finally {
    client.release(!sound);
    source.destroy();
  }
}
