/**
 * `npm run backup FILE`: the whole database of DATABASE_URL as one file. `-- --into FOLDER`: the same under the time of now, and
 * what is too old goes. `-- --base FOLDER`: the cluster as it lies on the disk, for a restore to any minute after. `-- --check
 * FOLDER`: a back-up is made, restored beside and compared; it fails where one row differs.
 */
import { parseArgs } from 'node:util';
import { BackupRefused, backupTo } from '@/server/backup/backup';
import { backupInto, baseInto, checkBackup } from '@/server/backup/folder';

const text = { type: 'string' } as const;
try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { into: text, base: text, check: text },
  });
  const url = process.env.DATABASE_URL;
  if (!url) throw new BackupRefused('DATABASE_URL is not set.');
  const from = Date.now();
  const took = () => `${((Date.now() - from) / 1000).toFixed(1)} s`;
  const now = new Date();
  if (values.check !== undefined) {
    const { tables, differ } = await checkBackup(url, values.check);
    if (differ.length > 0) throw new BackupRefused(`Restored, these tables differ: ${differ.join(', ')}.`);
    console.log(`${tables} tables restored and compared, every row the same, ${took()}`);
  } else if (values.into !== undefined || values.base !== undefined) {
    if (values.into !== undefined) {
      const { file, bytes, gone } = await backupInto(url, values.into, now);
      console.log(`${file}: ${bytes} bytes, ${gone.length} older taken away, ${took()}`);
    }
    if (values.base !== undefined) {
      const { base, gone } = await baseInto(url, values.base, now);
      console.log(`${base}: ${gone.length} older taken away, ${took()}`);
    }
  } else {
    const [file] = positionals;
    if (!file) throw new BackupRefused('Say where to: npm run backup FILE');
    console.log(`${file}: ${await backupTo(url, file)} bytes, ${took()}`);
  }
} catch (error) {
  const plain =
    error instanceof BackupRefused || (error as { code?: unknown }).code === 'ERR_PARSE_ARGS_UNKNOWN_OPTION';
  if (!plain) throw error;
  console.error((error as Error).message);
  process.exitCode = 1;
}
