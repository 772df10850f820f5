// npm run backup [-- --data DIR --to FILE]: all data into one file, while the application runs or not.
import { mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail, ROOT } from './lib/ready.mjs';

const HELP = `npm run backup -- [options]
  --data DIR  the data folder (DATA_DIR, or .data/practice); not with DATABASE_URL
  --to FILE   where the backup goes (.data/backups/entspann-<now>.backup)

A server is backed up when DATABASE_URL is set. BACKUP_PASS_PHRASE seals the file. The backup is restored
into a scratch folder and counted before it is called good.`;

const options = readOptions(
  {
    data: { type: 'string', default: process.env.DATA_DIR ?? '.data/practice' },
    to: { type: 'string' },
  },
  HELP,
);
checkNode();
ensureInstalled();
ensureBuilt();
const { backUp, backupName, startTrouble, verifyBackup } = await import('../build/server/index.js');
const databaseUrl = process.env.DATABASE_URL || null;
const place = databaseUrl ? { databaseUrl } : { folder: resolve(options.data) };
const file = resolve(options.to ?? join(ROOT, '.data/backups', backupName(new Date())));
const passPhrase = process.env.BACKUP_PASS_PHRASE || null;
try {
  mkdirSync(dirname(file), { recursive: true });
  const rows = await backUp(place, file, passPhrase);
  const there = await verifyBackup(file, passPhrase);
  const sum = (counts) => Object.values(counts).reduce((all, n) => all + n, 0);
  console.log(
    `${file}: ${sum(rows)} rows of ${Object.keys(rows).length} tables${passPhrase ? ', sealed' : ''}; restored into a scratch folder, ${sum(there)} are there.`,
  );
} catch (error) {
  fail(startTrouble(error, databaseUrl) ?? `The backup was not taken: ${error.message}`);
}
