import { dirname } from 'node:path';
import { installed } from './installed.server';

/** Where the migrations are. */
export const migrationsFolder = (): string =>
  dirname(dirname(installed('app/db/migrations/meta/_journal.json')));
