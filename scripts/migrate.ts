import { migrateDatabase } from '@/server/db/migrate';

await migrateDatabase(process.env.DATABASE_URL ?? '');
