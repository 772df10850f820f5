import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';

interface Locked {
  version?: string;
  integrity?: string;
  license?: string;
  resolved?: string;
  dev?: boolean;
  devOptional?: boolean;
}
const lock = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
  packages: Record<string, Locked>;
};
const packages = Object.entries(lock.packages).filter(([path]) => path !== '');

/** Licences that ask for no more than to be named. */
const PERMISSIVE = new Set([
  ...['MIT', 'MIT-0', 'ISC', '0BSD', 'Apache-2.0', 'BSD-2-Clause', 'BSD-3-Clause'],
  '(MIT OR CC0-1.0)',
  // Fonts may be shipped with a work, not sold by themselves.
  'OFL-1.1',
]);
/** libvips beside sharp: a library of its own, linked at run time, as its licence has it. */
const LIBVIPS = /^node_modules\/@img\/sharp-/;
/** Their licence binds their own files and no others: they are shipped as they came. */
const AS_IT_CAME = new Map([
  ['node_modules/web-push', 'MPL-2.0'],
  ['node_modules/ical.js', 'MPL-2.0'],
]);

describe('what the product stands on', () => {
  it('is pinned by a digest, each package, and names no place to fetch it from', () => {
    expect(packages.length).toBeGreaterThan(300);
    expect(packages.filter(([, { integrity }]) => !/^sha512-/.test(integrity ?? ''))).toEqual([]);
    expect(packages.filter(([, { resolved }]) => resolved !== undefined)).toEqual([]);
  });

  it('may be shipped: what is not only for building has a permissive licence', () => {
    const shipped = packages.filter(([, one]) => !one.dev && !one.devOptional);
    expect(shipped.length).toBeGreaterThan(100);
    const others = shipped.filter(
      ([path, { license }]) =>
        !PERMISSIVE.has(license ?? '') && !LIBVIPS.test(path) && AS_IT_CAME.get(path) !== license,
    );
    expect(others.map(([path, { license }]) => [path, license])).toEqual([]);
    // Nothing under a licence that would bind the whole.
    const bound = packages.filter(([, { license }]) => /(^|[^L])GPL|SSPL|BUSL/.test(license ?? ''));
    expect(bound.map(([path]) => path)).toEqual([]);
  });
});

/** A registry that answers one thing about advisories, whatever it is asked. */
async function advised(
  status: number,
  told: object,
): Promise<{ code: number | null; says: string }> {
  const registry = createServer((request, response) => {
    request.resume();
    const isAsked = request.url?.endsWith('/security/advisories/bulk') ?? false;
    response.writeHead(isAsked ? status : 404, { 'content-type': 'application/json' });
    response.end(JSON.stringify(isAsked ? told : {}));
  });
  await new Promise<void>((up) => registry.listen(0, '127.0.0.1', up));
  const { port } = registry.address() as AddressInfo;
  const child = spawn(process.execPath, ['scripts/advisories.mjs'], {
    env: {
      ...process.env,
      npm_config_registry: `http://127.0.0.1:${port}/`,
      npm_config_fetch_retries: '0',
    },
  });
  let says = '';
  child.stdout.on('data', (text) => (says += String(text)));
  child.stderr.on('data', (text) => (says += String(text)));
  const code = await new Promise<number | null>((done) => child.once('exit', done));
  registry.close();
  return { code, says };
}

// Of no engine: asked once.
const once = process.env.TEST_DATABASE_URL ? describe.skip : describe;
once('advisories', () => {
  it('on what is shipped are told by name, none are told as none, and silence as silence', async () => {
    const advisory = {
      id: 1,
      url: 'https://advisories.example/1',
      title: 'Speaks out of turn',
      severity: 'high',
      vulnerable_versions: '<9999',
      cwe: [],
      cvss: { score: 7.5, vectorString: null },
    };
    const [some, none, silent] = await Promise.all([
      advised(200, { pg: [advisory] }),
      advised(200, {}),
      advised(405, {}),
    ]);
    expect([some.code, none.code, silent.code]).toEqual([1, 0, 2]);
    expect(some.says).toContain('high: pg ');
    expect(some.says).toContain('Speaks out of turn');
    expect(none.says).toContain('No advisories.');
    expect(silent.says).toContain('nothing is known');
  }, 60_000);
});
