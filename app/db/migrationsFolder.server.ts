import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Where the migrations are, beside the sources and beside the build alike. */
export function migrationsFolder(): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'app/db/migrations/meta/_journal.json'))) {
    const parent = dirname(folder);
    if (parent === folder) throw new Error('The migrations are missing from this installation.');
    folder = parent;
  }
  return join(folder, 'app/db/migrations');
}
