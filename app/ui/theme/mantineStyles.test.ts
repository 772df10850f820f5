import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

const ROOT = resolve(import.meta.dirname, '../../..');
const STYLES = join(ROOT, 'node_modules/@mantine/core/styles');
const COMPONENTS = join(ROOT, 'node_modules/@mantine/core/esm/components');
/** What every page has, whatever stands on it. */
const BASE = ['default-css-variables', 'baseline', 'global'];

const filesUnder = (folder: string, ending: RegExp): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => ending.test(name))
    .map((name) => join(folder, name));

/** The components these files take from the library, by name. */
const takenBy = (files: readonly string[]): string[] => [
  ...new Set(
    files.flatMap((file) =>
      [
        ...readFileSync(file, 'utf8').matchAll(/import \{([^}]*)\} from ['"]@mantine\/core['"]/g),
      ].flatMap(([, names = '']) => names.match(/\b[A-Z]\w+/g) ?? []),
    ),
  ),
];

/** The components whose styles a component needs: its own and those of whatever it is made of. */
function stylesNeeded(names: readonly string[]): Set<string> {
  const needed = new Set<string>();
  const seen = new Set<string>();
  const walk = (file: string) => {
    if (seen.has(file) || !existsSync(file)) return;
    seen.add(file);
    for (const [, from = ''] of readFileSync(file, 'utf8').matchAll(/from "(\.[^"]+)"/g)) {
      const own = /\/(\w+)\.module\.mjs$/.exec(from)?.[1];
      if (own && existsSync(join(STYLES, `${own}.css`))) needed.add(own);
      walk(join(dirname(file), from));
    }
  };
  for (const name of names) walk(join(COMPONENTS, name, `${name}.mjs`));
  return needed;
}

describe('the styles of the component library', () => {
  const listed = [
    ...readFileSync(join(import.meta.dirname, 'mantine.css'), 'utf8').matchAll(
      /@import '@mantine\/core\/styles\/([\w-]+)\.css'/g,
    ),
  ].map(([, name = '']) => name);
  const files = [
    ...filesUnder(join(ROOT, 'app'), /\.tsx$/),
    ...filesUnder(join(ROOT, 'node_modules/@mantine/tiptap/esm'), /\.mjs$/),
  ];

  it('are fetched for each component that is used, with what it is made of, and for no other', () => {
    const needed = [...BASE, ...stylesNeeded(takenBy(files))];
    expect(needed.length).toBeGreaterThan(10);
    expect([...listed].sort()).toEqual([...needed].sort());
  });

  it('stand in the order the library puts them: what comes later may speak over what came before', () => {
    const whole = readFileSync(join(ROOT, 'node_modules/@mantine/core/styles.css'), 'utf8');
    const at = listed
      .filter((name) => !BASE.includes(name))
      .map((name) => {
        const [first = ''] = /\.m_[0-9a-f]+/.exec(
          readFileSync(join(STYLES, `${name}.css`), 'utf8'),
        ) ?? [''];
        return whole.indexOf(first);
      });
    expect(at.every((place) => place >= 0)).toBe(true);
    expect(at).toEqual([...at].sort((a, b) => a - b));
  });
});
