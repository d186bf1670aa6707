import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import type { BodyOf } from '@/core/job';
import type { Transaction } from '../db/connection';
import { jobEvent, partStock } from '../db/schema';

type Row = typeof jobEvent.$inferInsert;

/**
 * Counts the shop's shelf down for what was taken off it, and up again for what was taken back. It may go below zero:
 * somebody has taken what nobody had counted.
 * @param rows the entries of a job that were just written
 */
export async function moveStock(
  tx: Transaction,
  shopId: string,
  jobId: string,
  rows: readonly Row[],
): Promise<void> {
  const change = new Map<string, number>();
  const add = (body: unknown, sign: 1 | -1) => {
    const { part, quantity, from, move } = body as BodyOf<'part-moved'>;
    if (from !== 'stock' || move !== 'received') return;
    change.set(part, (change.get(part) ?? 0) + sign * quantity);
  };
  const taken = rows.filter((r) => r.type === 'part-moved');
  const undos = rows.filter((r) => r.type === 'void');
  if (taken.length === 0 && undos.length === 0) return;
  const here = and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId));
  const fresh = new Set(rows.map((r) => r.id));
  for (const r of taken) add(r.body, -1);
  // An undo counts once, when it and its target are both here, and only if it stands.
  const targets = undos.map((u) => (u.body as BodyOf<'void'>).target);
  const known = [
    ...taken.map((r) => ({ id: r.id, user: r.userId, body: r.body })),
    ...(targets.length === 0
      ? []
      : (
          await tx
            .select({ id: jobEvent.id, user: jobEvent.userId, body: jobEvent.body })
            .from(jobEvent)
            .where(and(here, eq(jobEvent.type, 'part-moved'), inArray(jobEvent.id, targets)))
        ).filter((t) => !fresh.has(t.id))),
  ];
  const earlier = await tx
    .select({ id: jobEvent.id, user: jobEvent.userId, role: jobEvent.role, body: jobEvent.body })
    .from(jobEvent)
    .where(
      and(
        here,
        eq(jobEvent.type, 'void'),
        inArray(sql`${jobEvent.body} ->> 'target'`, known.map((k) => k.id).concat('')),
        ...undos.map((u) => ne(jobEvent.id, u.id)),
      ),
    );
  for (const k of known) {
    const stands = (u: { user: string; role?: string | null; body: unknown }) =>
      (u.body as BodyOf<'void'>).target === k.id &&
      (u.user === k.user || u.role === 'lead' || u.role === null);
    const before = fresh.has(k.id) ? false : earlier.some(stands);
    const now =
      undos.some((u) => stands({ user: u.userId, role: u.role ?? null, body: u.body })) ||
      (fresh.has(k.id) && earlier.some(stands));
    if (now && !before) add(k.body, 1);
  }
  for (const [part, by] of [...change].filter(([, n]) => n !== 0).sort())
    await tx
      .update(partStock)
      .set({ count: sql`${partStock.count} + ${by}`, version: sql`${partStock.version} + 1` })
      .where(and(eq(partStock.shopId, shopId), eq(partStock.part, part)));
}
