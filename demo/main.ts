/** Brings the demo shop into an empty database through the product's own importers, and prints the sign-ins. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { openDatabase } from '@/server/db/connection';
import { migrateDatabase } from '@/server/db/migrate';
import { shop } from '@/server/db/schema';
import { loadDemo } from './loadDemo';
import demoShop from './shop.json';

type SignIns = Record<string, string>;

async function main(file: string): Promise<void> {
  const url = process.env.DATABASE_URL ?? '';
  await migrateDatabase(url);
  const kept: SignIns = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as SignIns) : {};
  const { db, pool } = openDatabase(url);
  try {
    const known = await db.select().from(shop).where(eq(shop.id, demoShop.id));
    const make = (username: string) => (kept[username] ??= `${username}-${randomBytes(4).toString('hex')}`);
    await loadDemo(db, make, new Date());
    if (known.length === 0) writeFileSync(file, JSON.stringify(kept), { mode: 0o600 });
  } finally {
    await pool.end();
  }
  console.log('Sign-ins of the demo shop (user name, password, role):');
  for (const p of demoShop.people)
    console.log(
      `  ${p.username.padEnd(8)} ${(kept[p.username] ?? 'as set before').padEnd(16)} ${p.name}, ${p.role}`,
    );
}

await main(process.argv[2] ?? '.local/demo/sign-ins.json');
