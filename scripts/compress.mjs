// Packs the browser's files once, as small as they go, so that the server need not pack them per request.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { brotliCompressSync } from 'node:zlib';

const assets = resolve(import.meta.dirname, '../build/client/assets');
for (const name of readdirSync(assets)) {
  if (!/\.(js|css|svg)$/.test(name)) continue;
  writeFileSync(join(assets, `${name}.br`), brotliCompressSync(readFileSync(join(assets, name))));
}
