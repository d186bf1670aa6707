import { sql } from 'drizzle-orm';
import { database } from '@/server/db/connection';
import { databaseGone } from '@/server/faults';

/** The application can work: its database answers. For who sends it requests. */
export async function GET(): Promise<Response> {
  const headers = { 'cache-control': 'no-store' };
  try {
    await database().execute(sql`select 1`);
    return Response.json({ state: 'ready' }, { headers });
  } catch (error) {
    return Response.json({ state: databaseGone(error) ?? 'fault' }, { status: 503, headers });
  }
}

export const dynamic = 'force-dynamic';
