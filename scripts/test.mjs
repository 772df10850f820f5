// npm test [-- --only unit|database|e2e|checks]: everything that must hold, and one line of totals at the end.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { chromium, installDebian, missingChromium, missingPoppler } from './lib/debian.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail, ROOT } from './lib/ready.mjs';
import { missingPostgres, startPostgres } from './lib/postgres.mjs';

const { values } = parseArgs({ options: { only: { type: 'string' } } });
const wanted = (part) => values.only === undefined || values.only === part;
const RESULTS = join(ROOT, 'test-results');
const bin = (name) => join(ROOT, 'node_modules/.bin', name);
const totals = { passed: 0, failed: 0 };

function note(name, passed, failed, startedAt) {
  totals.passed += passed;
  totals.failed += failed;
  const seconds = Math.round((Date.now() - startedAt) / 1000);
  console.log(`\n— ${name}: ${passed} passed, ${failed} failed (${seconds} s)\n`);
}

/** Runs a program and settles with its exit code; its output goes where ours goes. */
const run = (command, args, env = {}) =>
  new Promise((done) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, NO_UPDATE_NOTIFIER: '1', ...env },
    });
    child.once('error', () => done(1));
    child.once('exit', (code) => done(code ?? 1));
  });

/** A check that passes or fails as one. */
async function check(name, command, args) {
  const startedAt = Date.now();
  const code = await run(command, args);
  note(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1, startedAt);
}

async function jest(name, projects, env = {}) {
  const startedAt = Date.now();
  const file = join(RESULTS, `${name.replaceAll(' ', '-')}.json`);
  const code = await run(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      join(ROOT, 'node_modules/jest/bin/jest.js'),
      '--maxWorkers=2',
      // The sign-in limiter keeps a timer of its own for hours.
      '--forceExit',
      '--json',
      `--outputFile=${file}`,
      '--selectProjects',
      ...projects,
    ],
    env,
  );
  count(name, file, code, startedAt, (result) => ({
    passed: result.numPassedTests,
    // A file that could not even be run has failed too.
    failed: result.numFailedTests + result.numRuntimeErrorTestSuites,
  }));
}

function count(name, file, code, startedAt, read) {
  let found;
  try {
    found = read(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    found = { passed: 0, failed: 1 };
  }
  const failed = code !== 0 && found.failed === 0 ? 1 : found.failed;
  note(name, found.passed, failed, startedAt);
}

async function endToEnd(databaseUrl) {
  const { demoSnapshot } = await import('./lib/demoData.mjs');
  const snapshot = await demoSnapshot();
  const startedAt = Date.now();
  const code = await run(bin('playwright'), ['test'], {
    CHROMIUM: chromium(),
    DEMO_SNAPSHOT: snapshot,
    TEST_DATABASE_URL: databaseUrl,
  });
  count('end to end', join(RESULTS, 'e2e.json'), code, startedAt, ({ stats }) => {
    if (stats.flaky > 0) console.log(`\n${stats.flaky} passed only at the second try: see above.`);
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected + stats.skipped };
  });
}

checkNode();
ensureInstalled();
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });

// Fetched while the sources are checked, which need neither.
const fetched = installDebian(
  ...(wanted('e2e') ? [...missingChromium(), ...missingPoppler()] : []),
  ...(wanted('database') || wanted('e2e') ? missingPostgres() : []),
).catch((error) => error);

if (wanted('checks')) {
  await check('types, generated', bin('react-router'), ['typegen']);
  const folders = ['app', 'core', 'server', 'e2e'];
  // Each of them keeps one core busy: two at a time.
  await Promise.all([
    (async () => {
      await check('types, core', bin('tsc'), ['-p', 'core/tsconfig.json']);
      await check('types, all', bin('tsc'), ['-p', 'tsconfig.json']);
    })(),
    (async () => {
      await check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
      await check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
      await check('imports', bin('depcruise'), [...folders, '--config', '.dependency-cruiser.cjs']);
      await check('nothing unused', bin('knip'), ['--exclude', 'types']);
    })(),
  ]);
}
if (wanted('unit')) await jest('unit', ['core', 'app']);

if (wanted('database') || wanted('e2e')) {
  const trouble = await fetched;
  if (trouble) fail(trouble.message);
  let postgres;
  try {
    postgres = await startPostgres();
  } catch (error) {
    fail(error.message);
  }
  try {
    if (wanted('database')) {
      await jest('database, PGlite', ['database']);
      await jest('database, PostgreSQL', ['database'], { TEST_DATABASE_URL: postgres.url });
    }
    if (wanted('e2e')) {
      ensureBuilt();
      await endToEnd(postgres.url);
    }
  } finally {
    await postgres.stop();
  }
}

console.log(`${totals.passed} passed, ${totals.failed} failed`);
process.exitCode = totals.failed === 0 && totals.passed > 0 ? 0 : 1;
