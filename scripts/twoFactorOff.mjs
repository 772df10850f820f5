// npm run two-factor-off -- --email E [--data DIR]: lets somebody in again who has lost their app and their codes.
import { resolve } from 'node:path';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run two-factor-off -- --email E [options]
  --email E   the account; its pass phrase alone signs in from then on
  --data DIR  the data folder (DATA_DIR, or .data/practice); not with DATABASE_URL

Stop the server first when the data lie in a folder. Make sure by other means who asks for it.`;

const options = readOptions(
  {
    email: { type: 'string' },
    data: { type: 'string', default: process.env.DATA_DIR ?? '.data/practice' },
  },
  HELP,
);
if (!options.email) fail(`Say whose.\n${HELP}`);
checkNode();
ensureInstalled();
ensureBuilt();
const { endTwoFactorByOperator, holdsData, openFolder, openServer, startTrouble } =
  await import('../build/server/index.js');
const databaseUrl = process.env.DATABASE_URL || null;
const folder = resolve(options.data);
if (!databaseUrl && !holdsData(folder)) fail(`There are no data in ${folder}.`);
try {
  const data = databaseUrl ? await openServer(databaseUrl) : await openFolder(folder);
  const isOff = await endTwoFactorByOperator(data.db, options.email, new Date());
  await data.close();
  if (!isOff)
    fail('There is no account of that e-mail with two-factor sign-in. Nothing was changed.');
  console.log('It is off; the audit trail says so.');
} catch (error) {
  fail(startTrouble(error, databaseUrl) ?? `Nothing was changed: ${error.message}`);
}
