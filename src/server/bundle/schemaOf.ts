import type { Pool, PoolClient } from 'pg';

/** The latest step of a database's form, as the migrations count them. */
export async function schemaOf(client: Pool | PoolClient): Promise<string> {
  const { rows } = await client.query<{ hash: string }>(
    'select hash from drizzle.__drizzle_migrations order by created_at desc limit 1',
  );
  return rows[0]?.hash ?? '';
}
