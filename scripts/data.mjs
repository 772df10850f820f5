// npm run data -- export|import|check: records and whole practices as files, out and in.
import { resolve } from 'node:path';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run data -- export --to FILE [--client ID | --practice ID] [--data DIR]
npm run data -- import --from FILE [--practice ID] [--data DIR]
npm run data -- check --from FILE

  export       one client, or a practice with all of its clients, as one file
  import       a practice into an installation without one, or a client into a practice
  check        reads the whole of a file and says what is in it; nothing is put anywhere
  --client ID  the client, as the address of their file has it
  --practice ID  where there are several: which
  --data DIR   the data folder (DATA_DIR, or .data/practice); not with DATABASE_URL

Stop the server first when the data lie in a folder. Formats: docs/formats.md.`;

const [what, ...rest] = process.argv.slice(2);
const asked = ['export', 'import', 'check'].includes(what) ? what : null;
process.argv.splice(2, process.argv.length, ...(asked ? rest : process.argv.slice(2)));
const options = readOptions(
  {
    to: { type: 'string' },
    from: { type: 'string' },
    client: { type: 'string' },
    practice: { type: 'string' },
    data: { type: 'string', default: process.env.DATA_DIR ?? '.data/practice' },
  },
  HELP,
);
if (!asked) fail(`Say what: export, import or check.\n${HELP}`);
const file = asked === 'export' ? options.to : options.from;
if (!file) fail(`Say which file, by ${asked === 'export' ? '--to' : '--from'}.\n${HELP}`);
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
for (const name of ['client', 'practice']) {
  if (options[name] && !UUID.test(options[name]))
    fail(`--${name} is an id like 01a211b2-683b-71aa-b9fc-d585f924e2d4.`);
}
checkNode();
ensureInstalled();
ensureBuilt();
const {
  checkRecord,
  exportByOperator,
  holdsData,
  importByOperator,
  openFolder,
  openServer,
  startTrouble,
} = await import('../build/server/index.js');

/** Says how far it is, on one line. */
const onClient = (done, of) => {
  if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${of} clients`);
  else if (done === of || done % 100 === 0) process.stderr.write(`${done} of ${of} clients\n`);
  if (done === of && process.stderr.isTTY) process.stderr.write('\n');
};

const databaseUrl = process.env.DATABASE_URL || null;
const folder = resolve(options.data);
const path = resolve(file);

async function withData(work) {
  const data = databaseUrl ? await openServer(databaseUrl) : await openFolder(folder);
  try {
    return await work(data.db);
  } finally {
    await data.close();
  }
}

try {
  if (asked === 'check') {
    const { of, takenAt, clients, rows } = await checkRecord(path);
    const whose = of === 'client' ? `the record of ${clients[0]}` : `${clients.length} clients`;
    console.log(`${path} is whole: ${whose}, ${rows} rows, taken ${takenAt}.`);
  } else if (asked === 'export') {
    if (!databaseUrl && !holdsData(folder)) fail(`There are no data in ${folder}.`);
    const { client: clientId = null, practice: practiceId = null } = options;
    const says = await withData((db) =>
      exportByOperator(db, path, { clientId, practiceId }, onClient),
    );
    console.log(`${path}: ${says}.`);
  } else {
    const practiceId = options.practice ?? null;
    const { says, token } = await withData((db) =>
      importByOperator(db, path, { practiceId }, onClient),
    );
    console.log(says);
    if (token)
      console.log(
        `Its owner sets a new pass phrase at /join/${token} (once, within 14 days), and offers the others theirs under “The practice”.`,
      );
  }
} catch (error) {
  fail(startTrouble(error, databaseUrl) ?? error.message);
}
