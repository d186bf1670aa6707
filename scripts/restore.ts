/** `npm run restore FILE`: brings a back-up into the empty database of DATABASE_URL. */
import { BackupRefused, restoreFrom } from '@/server/backup';

const [file] = process.argv.slice(2);
const url = process.env.DATABASE_URL;
try {
  if (!url) throw new BackupRefused('DATABASE_URL is not set.');
  if (!file) throw new BackupRefused('Say where from: npm run restore FILE');
  const from = Date.now();
  await restoreFrom(url, file);
  console.log(`${file} is restored, ${((Date.now() - from) / 1000).toFixed(1)} s`);
} catch (error) {
  if (!(error instanceof BackupRefused)) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
