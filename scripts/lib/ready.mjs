// Gets this checkout ready to run: dependencies installed, application built. Needs Node alone.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

export const ROOT = resolve(import.meta.dirname, '../..');
const LEAST_NODE = [20, 19];

/** Ends with a sentence instead of a stack. */
export function fail(sentence) {
  console.error(sentence);
  process.exit(1);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < LEAST_NODE[0] || (major === LEAST_NODE[0] && minor < LEAST_NODE[1])) {
    fail(`Entspann needs Node ${LEAST_NODE.join('.')} or newer; this is ${process.versions.node}.`);
  }
}

/** Runs a program in the checkout; fails with its name when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (done.error) fail(`${command} could not be started: ${done.error.message}`);
  if (done.status !== 0) fail(`${command} ${args.join(' ')} failed.`);
}

function* filesUnder(path) {
  if (statSync(path).isFile()) yield path;
  else for (const name of readdirSync(path).sort()) yield* filesUnder(join(path, name));
}

/** A fingerprint of what some files and folders hold. */
export function fingerprint(paths) {
  const hash = createHash('sha256');
  for (const path of paths) {
    for (const file of filesUnder(join(ROOT, path))) hash.update(file).update(readFileSync(file));
  }
  return hash.digest('hex').slice(0, 16);
}

const stampOf = (path) => (existsSync(path) ? readFileSync(path, 'utf8') : '');

/** Whether exactly the locked packages are installed; npm keeps a list of what it put there. */
function isInstalled() {
  const listed = join(ROOT, 'node_modules/.package-lock.json');
  if (!existsSync(listed)) return false;
  const { packages: present } = JSON.parse(readFileSync(listed, 'utf8'));
  const { packages: locked } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
  return Object.entries(locked).every(
    ([path, { version, optional }]) =>
      path === '' || present[path]?.version === version || (optional && !present[path]),
  );
}

/** Installs the locked dependencies unless exactly these are there. */
export function ensureInstalled() {
  if (isInstalled()) return;
  console.log('Installing dependencies; this takes some minutes the first time.');
  run('npm', ['ci', '--no-audit', '--no-fund']);
}

const BUILT_FROM = [
  'scripts/compress.mjs',
  'scripts/serviceWorker.mjs',
  'app',
  'core',
  'server',
  'public',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
  'postcss.config.cjs',
];

/** Builds the application unless the build is of exactly these sources. Returns their fingerprint. */
export function ensureBuilt() {
  const stamp = join(ROOT, 'build/.stamp');
  const wanted = fingerprint(BUILT_FROM);
  if (stampOf(stamp) === wanted) return wanted;
  console.error('Building.');
  const built = spawnSync('npm', ['run', 'build'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  });
  if (built.status !== 0) fail(`The build failed.\n${built.stdout}\n${built.stderr}`);
  mkdirSync(join(ROOT, 'build'), { recursive: true });
  writeFileSync(stamp, wanted);
  return wanted;
}
