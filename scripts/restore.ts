/**
 * `npm run restore FILE`: brings a back-up into the empty database of DATABASE_URL. `-- --at TIME --base FOLDER --wal FOLDER --into
 * FOLDER`: a cluster of its own as it was at that moment.
 */
import { parseArgs } from 'node:util';
import { BackupRefused, restoreFrom } from '@/server/backup/backup';
import { restoreAt } from './lib/pointInTime.mjs';
import { Stop } from './lib/say.mjs';

const text = { type: 'string' } as const;
try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { at: text, base: text, wal: text, into: text, port: text },
  });
  const from = Date.now();
  const took = () => `${((Date.now() - from) / 1000).toFixed(1)} s`;
  if (values.at !== undefined) {
    const { at, base, wal, into } = values;
    if (!base || !wal || !into)
      throw new Stop('Say all of it: npm run restore -- --at TIME --base FOLDER --wal FOLDER --into FOLDER');
    const made = await restoreAt({
      at: new Date(at),
      base,
      wal,
      into,
      ...(values.port ? { port: Number(values.port) } : {}),
    });
    console.log(
      `${into} is the cluster as it was at ${new Date(at).toISOString()}, from ${made.base}, on port ${made.port} of this machine, ${took()}.`,
    );
  } else {
    const [file] = positionals;
    const url = process.env.DATABASE_URL;
    if (!url) throw new BackupRefused('DATABASE_URL is not set.');
    if (!file) throw new BackupRefused('Say where from: npm run restore FILE');
    await restoreFrom(url, file);
    console.log(`${file} is restored, ${took()}`);
  }
} catch (error) {
  const plain = error instanceof BackupRefused || error instanceof Stop;
  if (!plain) throw error;
  console.error((error as Error).message);
  process.exitCode = 1;
}
