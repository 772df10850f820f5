// npm run restore -- --from FILE [--data DIR --replace]: all data out of a backup, into an empty place.
import { resolve } from 'node:path';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run restore -- --from FILE [options]
  --from FILE  the backup
  --data DIR   the data folder (DATA_DIR, or .data/practice); not with DATABASE_URL
  --replace    when there are data already: put them aside, not over them

Into a server when DATABASE_URL is set. BACKUP_PASS_PHRASE opens a sealed file.`;

const options = readOptions(
  {
    from: { type: 'string' },
    data: { type: 'string', default: process.env.DATA_DIR ?? '.data/practice' },
    replace: { type: 'boolean', default: false },
  },
  HELP,
);
if (!options.from) fail(`Say which backup.\n${HELP}`);
checkNode();
ensureInstalled();
ensureBuilt();
const { restore, startTrouble } = await import('../build/server/index.js');
const databaseUrl = process.env.DATABASE_URL || null;
const place = databaseUrl ? { databaseUrl } : { folder: resolve(options.data) };
try {
  const { rows, aside, erasedAgain, unread } = await restore(place, resolve(options.from), {
    passPhrase: process.env.BACKUP_PASS_PHRASE || null,
    replace: options.replace,
    at: new Date(),
  });
  const sum = Object.values(rows).reduce((all, n) => all + n, 0);
  console.log(`Restored: ${sum} rows are there, as many as the backup told.`);
  if (erasedAgain > 0)
    console.log(
      `${erasedAgain === 1 ? 'A record' : `${erasedAgain} records`} that had been erased since it was taken went again.`,
    );
  if (unread)
    console.log(
      'What was there before could not be read: a record that was erased in it, and is not on the list beside the backup (erased.jsonl), is back. Erase it again.',
    );
  if (aside) console.log(`What was there before lies in ${aside}.`);
} catch (error) {
  fail(startTrouble(error, databaseUrl) ?? `Nothing was restored: ${error.message}`);
}
