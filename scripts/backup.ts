/** `npm run backup FILE`: the whole database of DATABASE_URL as one file. */
import { BackupRefused, backupTo } from '@/server/backup';

const [file] = process.argv.slice(2);
const url = process.env.DATABASE_URL;
try {
  if (!url) throw new BackupRefused('DATABASE_URL is not set.');
  if (!file) throw new BackupRefused('Say where to: npm run backup FILE');
  const from = Date.now();
  const bytes = await backupTo(url, file);
  console.log(`${file}: ${bytes} bytes, ${((Date.now() - from) / 1000).toFixed(1)} s`);
} catch (error) {
  if (!(error instanceof BackupRefused)) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
