// Installs what the tests need from Debian's own packages.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Installs packages with apt, as root or by way of sudo. Throws with a sentence when it cannot. */
export function installDebian(...packages) {
  const root = process.getuid?.() === 0;
  const run = (...words) => {
    const [command, ...rest] = root ? words : ['sudo', '-n', ...words];
    return spawnSync(command, rest, {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  console.log(`Installing ${packages.join(', ')} from Debian.`);
  run('apt-get', 'update', '-qq');
  if (run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...packages) !== 0) {
    throw new Error(`Could not install ${packages.join(', ')}. Install it by hand and try again.`);
  }
}

export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';

export function ensureChromium() {
  if (!existsSync(CHROMIUM)) installDebian('chromium');
}
