// Installs what the tests need from Debian's own packages.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Installs packages with apt, as root or by way of sudo. Rejects with a sentence when it cannot. */
export async function installDebian(...packages) {
  if (packages.length === 0) return;
  const root = process.getuid?.() === 0;
  const run = (...words) => {
    const [command, ...rest] = root ? words : ['sudo', '-n', ...words];
    const child = spawn(command, rest, {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    return new Promise((done) => {
      child.once('error', () => done(1));
      child.once('exit', done);
    });
  };
  console.log(`Installing ${packages.join(', ')} from Debian.`);
  await run('apt-get', 'update', '-qq');
  const code = await run(
    ...['apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...packages],
  );
  if (code !== 0) {
    throw new Error(`Could not install ${packages.join(', ')}. Install it by hand and try again.`);
  }
}

/** Debian's Chromium without windows takes half the time of the one with them; either will do. */
const HEADLESS = '/usr/bin/chromium-headless-shell';
const WITH_WINDOWS = '/usr/bin/chromium';

/** Where the browser is, once there is one. */
export const chromium = () =>
  process.env.CHROMIUM ?? (existsSync(HEADLESS) ? HEADLESS : WITH_WINDOWS);

/** The package that brings a browser, unless it is there. */
export const missingChromium = () => (existsSync(chromium()) ? [] : ['chromium-headless-shell']);

/** A reader of PDF that is not the writer’s: text and pages are taken out with it. */
export const missingPoppler = () => (existsSync('/usr/bin/pdftotext') ? [] : ['poppler-utils']);

export const ensureChromium = () => installDebian(...missingChromium());
