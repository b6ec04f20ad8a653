import { join } from 'node:path';

/** Where the database of this process lies. */
export const databaseFile = (): string => process.env.HAVERSACK_DB ?? join(process.cwd(), 'data', 'haversack.db');
export const migrationsFolder = (): string => process.env.HAVERSACK_MIGRATIONS ?? join(process.cwd(), 'drizzle');
