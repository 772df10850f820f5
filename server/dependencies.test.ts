import { readFileSync } from 'node:fs';

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
  ...['MIT', 'ISC', '0BSD', 'Apache-2.0', 'BSD-2-Clause', 'BSD-3-Clause', '(MIT OR CC0-1.0)'],
  // Fonts may be shipped with a work, not sold by themselves.
  'OFL-1.1',
]);
/** libvips beside sharp: a library of its own, linked at run time, as its licence has it. */
const LIBVIPS = /^node_modules\/@img\/sharp-/;

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
      ([path, { license }]) => !PERMISSIVE.has(license ?? '') && !LIBVIPS.test(path),
    );
    expect(others.map(([path, { license }]) => [path, license])).toEqual([]);
    // Nothing under a licence that would bind the whole.
    const bound = packages.filter(([, { license }]) => /(^|[^L])GPL|SSPL|BUSL/.test(license ?? ''));
    expect(bound.map(([path]) => path)).toEqual([]);
  });
});
