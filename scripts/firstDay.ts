/** Prints the one link that opens an empty installation; nothing where there is a shop. Wants DATABASE_URL and APP_URL. */
import { openDatabase } from '@/server/db/connection';
import { LINK_MS, newSetupKey } from '@/server/firstDay/setupLink';

const { db, pool } = openDatabase(process.env.DATABASE_URL ?? '', 1);
try {
  const key = await newSetupKey(db, new Date());
  if (key)
    process.stdout.write(
      `\nThis installation is empty. Open it once, within ${LINK_MS / 60_000} minutes, at\n\n  ${process.env.APP_URL ?? ''}/first-day?key=${key}\n\n`,
    );
} finally {
  await pool.end();
}
