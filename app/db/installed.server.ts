import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * Where a file of this installation is that is read as it stands, beside the sources and the build alike.
 *
 * @param path from the root of the installation
 */
export function installed(path: string): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, path))) {
    const parent = dirname(folder);
    if (parent === folder) throw new Error(`This installation lacks ${path}.`);
    folder = parent;
  }
  return join(folder, path);
}
