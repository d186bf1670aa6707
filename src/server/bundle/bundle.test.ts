import { Readable } from 'node:stream';
import { gunzipSync, gzipSync } from 'node:zlib';
import { asc, eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase, type OwnDatabase } from '../../../testing/database';
import { demoDatabase } from '../../../testing/demoDatabase';
import { digests } from '@/server/backup/digests';
import { loadNewestJobs } from '../../../testing/newestJobs';
import { auditOf } from '../audit';
import { addPerson } from '../auth/addPerson';
import { makeAuth } from '../auth/auth';
import { type OpenedDatabase, openDatabase } from '../db/connection';
import { account, auditLine, bay, member, photo, shop, user } from '../db/schema';
import { newSetupKey } from '../firstDay/setupLink';
import { bundlePoolOf } from './bundleLine';
import { openFromBundle } from './openFromBundle';
import { BUNDLE_TABLES, NOT_IN_BUNDLE } from './tables';
import { writeBundle } from './writeBundle';

const NOW = new Date('2026-06-01T12:00:00.000Z');
const SHOP = 'saltpan';
let from: OpenedDatabase;
const made: OwnDatabase[] = [];
const opened: OpenedDatabase[] = [];
const another = async (of: Promise<OwnDatabase>): Promise<OpenedDatabase> => {
  const one = await of;
  made.push(one);
  const db = openDatabase(one.url, 3);
  opened.push(db);
  return db;
};
let bundle: Buffer;

beforeAll(async () => {
  from = await another(demoDatabase());
  const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a33' } })
    .jpeg()
    .toBuffer();
  const ids = ['a', 'b', 'c'].map((c) => c.repeat(64));
  await from.db
    .insert(photo)
    .values(ids.map((id) => ({ shopId: SHOP, id, widthPx: 40, heightPx: 30, bytes: jpeg, madeBy: 'x' })));
  // A second shop, of which nothing may go along.
  await from.db.insert(shop).values({ id: 'nextdoor', name: 'Next Door', zone: 'UTC', locale: 'en-GB' });
  await addPerson(from.db, 'nextdoor', {
    username: 'nora',
    name: 'Nora Next',
    role: 'lead',
    password: 'a-pass-word',
  });
  bundle = await whole();
});
afterAll(async () => {
  for (const { pool } of opened) await pool.end();
  for (const one of made) await one.drop();
});

async function whole(): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of writeBundle(await from.pool.connect(), SHOP, NOW)) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

/** An empty installation with its link. */
async function empty() {
  const to = await another(freshDatabase());
  return { to, key: (await newSetupKey(to.db, NOW)) ?? '' };
}
/** In pieces, as it comes over the wire. */
const pieces = (bytes: Buffer): Readable =>
  Readable.from(
    Array.from({ length: Math.ceil(bytes.length / 10_000) }, (_, i) =>
      bytes.subarray(i * 10_000, (i + 1) * 10_000),
    ),
  );

describe('a download that nobody reads', () => {
  it('holds up the next bundle and nothing else, and lets go when it is left', async () => {
    const line = bundlePoolOf(made[0]?.url ?? '');
    const stalled = writeBundle(await line.connect(), SHOP, NOW);
    // The exploit was two dozen of these on the connections that boards and entries wait for.
    await expect(line.connect()).rejects.toThrow('timeout exceeded');
    expect(await from.db.$count(shop)).toBeGreaterThan(0);
    stalled.destroy();
    const next = await line.connect();
    expect((await next.query('select 1 as one')).rows).toEqual([{ one: 1 }]);
    next.release();
    await line.end();
  });
});

describe('a shop taken out and brought in elsewhere', () => {
  it('is the same, table by table and read by read, with its photos; nothing of another shop is in it', async () => {
    expect(gunzipSync(bundle).includes('Nora Next')).toBe(false);
    for (const { password } of await from.db.select({ password: account.password }).from(account))
      expect(gunzipSync(bundle).includes(password ?? '')).toBe(false);
    const { to, key } = await empty();
    const outcome = await openFromBundle(to.pool, { key, lead: 'INES' }, pieces(bundle), NOW);
    expect(outcome).toMatchObject({ kind: 'opened', shop: SHOP });
    const [was, is] = [await digests(from.db), await digests(to.db)];
    // These change on the way: the calendar’s address, who must change a password, and the line that says so.
    const changed = ['shop', 'user', 'member', 'audit_line'];
    for (const table of BUNDLE_TABLES.filter((t) => !changed.includes(t)))
      expect([table, is[table]]).toEqual([table, was[table]]);
    expect(await to.db.select().from(photo).orderBy(asc(photo.id))).toEqual(
      await from.db.select().from(photo).orderBy(asc(photo.id)),
    );
    const people = (db: OpenedDatabase['db']) =>
      db
        .select({ id: user.id, name: user.name, username: user.username, role: member.role })
        .from(user)
        .innerJoin(member, eq(member.userId, user.id))
        .where(eq(member.shopId, SHOP))
        .orderBy(user.id);
    expect(await people(to.db)).toEqual(await people(from.db));
    const stages = async (db: OpenedDatabase['db']) =>
      (await loadNewestJobs(db, SHOP, 50)).map((j) => [j.number, j.reading.stages.map((s) => s.state)]);
    expect(await stages(to.db)).toEqual(await stages(from.db));

    // The lead gets in with the temporary password, and nobody with one of before.
    const { password } = outcome as { password: string };
    const { api } = makeAuth(to.db, { secret: 'a-secret-for-tests-only-0123456789abcdef' });
    const ines = await api.signInUsername({ body: { username: 'ines', password } });
    expect(ines?.user.name).toBeDefined();
    await expect(
      api.signInUsername({ body: { username: 'tomas', password: 'test-pass-word' } }),
    ).rejects.toThrow();
    const [calendar] = await to.db.select({ token: shop.calendarToken }).from(shop);
    const [old] = await from.db.select({ token: shop.calendarToken }).from(shop).where(eq(shop.id, SHOP));
    expect(calendar?.token).not.toBe(old?.token);
    // What is written down goes on after what came along.
    const { lines } = await auditOf(to.db, SHOP);
    expect(lines[0]).toMatchObject({ did: 'shop-brought-in' });
    const before = await from.db.$count(auditLine, eq(auditLine.shopId, SHOP));
    expect(lines).toHaveLength(before + 1);
  });

  it('holds every table of a shop there is, or says that it leaves it out', async () => {
    const { rows } = await from.db.execute<{ name: string }>(
      sql`select distinct table_name as name from information_schema.columns
          where table_schema = 'public' and column_name = 'shop_id'`,
    );
    expect(rows.map((r) => r.name).sort()).toEqual(
      [...BUNDLE_TABLES.filter((t) => t !== 'shop' && t !== 'user'), ...NOT_IN_BUNDLE].sort(),
    );
  });

  it('is one moment: what is written meanwhile is in it whole or not at all', async () => {
    const reading = writeBundle(await from.pool.connect(), SHOP, NOW)[Symbol.asyncIterator]();
    const first = (await reading.next()) as { value: Buffer };
    await from.db.insert(bay).values({ shopId: SHOP, id: 'late', name: 'Late bay', ordinal: 99 });
    const rest: Buffer[] = [first.value];
    for (;;) {
      const next = (await reading.next()) as { done?: boolean; value: Buffer };
      if (next.done) break;
      rest.push(next.value);
    }
    await from.db.delete(bay).where(eq(bay.id, 'late'));
    const { to, key } = await empty();
    expect(
      await openFromBundle(to.pool, { key, lead: 'ines' }, pieces(Buffer.concat(rest)), NOW),
    ).toMatchObject({
      kind: 'opened',
    });
  });

  it('who stops reading leaves no connection behind', async () => {
    for (let i = 0; i < 6; i += 1) {
      const reading = writeBundle(await from.pool.connect(), SHOP, NOW);
      await new Promise((r) => reading.once('data', r));
      reading.destroy();
    }
    await expect.poll(() => from.pool.totalCount - from.pool.idleCount).toBe(0);
    expect(await from.db.$count(shop)).toBe(2);
  });
});

describe('a bundle that is none', () => {
  const refused = async (bytes: Buffer, code: string, lead = 'ines') => {
    const { to, key } = await empty();
    expect(await openFromBundle(to.pool, { key, lead }, pieces(bytes), NOW)).toEqual({ code });
    // Nothing was written, and the link is still good.
    expect(await to.db.$count(shop)).toBe(0);
    expect(await openFromBundle(to.pool, { key, lead: 'ines' }, pieces(bundle), NOW)).toMatchObject({
      kind: 'opened',
    });
  };
  /** The bundle with its text changed: gunzipped, the same length, gzipped. */
  const altered = (change: (tar: Buffer) => Buffer) => gzipSync(change(gunzipSync(bundle)));
  const swapped = (a: string, b: string) =>
    altered((tar) => Buffer.from(tar.toString('latin1').replace(a, b), 'latin1'));

  it('cut, or no bundle at all', async () => {
    await refused(bundle.subarray(0, bundle.length >> 1), 'bundle-not-good');
    await refused(
      altered((tar) => tar.subarray(0, tar.length - 40_960)),
      'bundle-not-good',
    );
    await refused(Buffer.from('nothing of the kind'), 'bundle-not-good');
    await refused(gzipSync('nothing of the kind'), 'bundle-not-good');
  });

  it('with a row of another shop, a table that is no table, or of another version', async () => {
    await refused(swapped('"shop_id": "saltpan"', '"shop_id": "saltpam"'), 'bundle-not-good');
    await refused(swapped('tables/bay/', 'tables/bax/'), 'bundle-not-good');
    await refused(swapped('"version": 1', '"version": 2'), 'bundle-other-version');
  });

  it('whose lead is not in it, or is none', async () => {
    await refused(bundle, 'no-such-person-in-bundle', 'nobody');
    await refused(bundle, 'no-such-person-in-bundle', 'tomas');
  });

  it('goes into an empty installation only, by a link that is good', async () => {
    const { to, key } = await empty();
    expect(await openFromBundle(to.pool, { key: `${key}x`, lead: 'ines' }, pieces(bundle), NOW)).toEqual({
      code: 'key-not-good',
    });
    expect(await openFromBundle(to.pool, { key, lead: 'ines' }, pieces(bundle), NOW)).toMatchObject({
      kind: 'opened',
    });
    expect(await openFromBundle(to.pool, { key, lead: 'ines' }, pieces(bundle), NOW)).toEqual({
      code: 'key-not-good',
    });
  });
});
