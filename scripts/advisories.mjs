// npm run advisories [-- --all]: asks the registry npm is set to for advisories on what the product stands on.
// Ends with 0 when there are none, 1 when there are, 2 when the registry does not answer.
import { spawnSync } from 'node:child_process';
import { readOptions } from './lib/options.mjs';
import { checkNode, fail, ROOT } from './lib/ready.mjs';

const HELP = `npm run advisories -- [options]
  --all  also on what is only for building and testing`;

const options = readOptions({ all: { type: 'boolean', default: false } }, HELP);
checkNode();

const { stdout } = spawnSync('npm', ['audit', '--json', ...(options.all ? [] : ['--omit=dev'])], {
  cwd: ROOT,
  encoding: 'utf8',
  maxBuffer: 64 * 1024 * 1024,
});

/** What npm answered; null when it told no report, as when the registry takes no such question. */
function report() {
  try {
    const told = JSON.parse(stdout);
    return typeof told.vulnerabilities === 'object' ? told.vulnerabilities : null;
  } catch {
    return null;
  }
}

const found = report();
if (found === null) {
  console.error('The registry does not answer about advisories: nothing is known.');
  process.exit(2);
}
const lines = Object.values(found).map(({ name, severity, range, via, fixAvailable }) => {
  const titles = via.flatMap((one) => (typeof one === 'string' ? [] : [one.title]));
  const fix = fixAvailable ? 'there is a newer one without it' : 'no newer one is without it';
  return `${severity}: ${name} ${range}${titles.length > 0 ? `, ${titles.join('; ')}` : ''} (${fix})`;
});
if (lines.length > 0) fail([...lines, `${lines.length} with advisories.`].join('\n'));
console.log('No advisories.');
