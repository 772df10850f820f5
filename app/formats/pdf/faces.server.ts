import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';

/** How a text is set: reading, a heading, or what is heavier. */
export type Weight = 'text' | 'strong' | 'title';

const files = createRequire(import.meta.url);
/** Static faces only: variable ones fail in the writer of the file. */
const file = (family: string, subset: string, weight: number) =>
  `@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`;
const OTHERS = [
  file('noto-sans', 'latin-ext', 400),
  file('noto-sans', 'vietnamese', 400),
  file('noto-sans', 'greek', 400),
  file('noto-sans', 'cyrillic', 400),
  file('noto-sans', 'cyrillic-ext', 400),
  file('noto-sans-hebrew', 'hebrew', 400),
  file('noto-sans-arabic', 'arabic', 400),
];
/** The faces of a weight, the first that has a letter sets it. */
const FACES: Readonly<Record<Weight, readonly string[]>> = {
  text: [file('figtree', 'latin', 400), file('figtree', 'latin-ext', 400), ...OTHERS],
  strong: [file('figtree', 'latin', 600), file('figtree', 'latin-ext', 600), ...OTHERS],
  title: [file('fraunces', 'latin', 600), file('fraunces', 'latin-ext', 600), ...OTHERS],
};

const read = new Map<string, { bytes: Buffer; font: Font }>();

/** A face by its name, as it lies in its package. */
export function faceOf(name: string): { bytes: Buffer; font: Font } {
  const before = read.get(name);
  if (before) return before;
  const bytes = readFileSync(files.resolve(name));
  // A file of one face; collections have several.
  const font = create(bytes) as Font;
  const face = { bytes, font };
  read.set(name, face);
  return face;
}

/** A piece of a text that one face sets. */
export interface Run {
  face: string;
  text: string;
}

const RIGHT_TO_LEFT = /\p{Script=Hebrew}|\p{Script=Arabic}/u;

/** Words that are read from the right, in the order in which they are set from the left. */
const inSetOrder = ({ face, text }: Run): Run =>
  RIGHT_TO_LEFT.test(text)
    ? { face, text: text.split(/(\s+)/).reverse().join('') }
    : { face, text };

/** Signs of our own words that no face has, and what is set for them. */
const INSTEAD: Readonly<Record<string, string>> = { '→': '›', '≤': 'at most' };
const SIGNS = new RegExp(`[${Object.keys(INSTEAD).join('')}]`, 'g');

/**
 * A text as runs, each of the first face that has all its letters; of a letter that none has, a question mark stands there.
 *
 * @example runsOf('Zoë Ő', 'text') // two runs: “Zoë ” of the latin face, “Ő” of latin-ext
 */
export function runsOf(text: string, weight: Weight): Run[] {
  const faces = FACES[weight];
  const [usual = ''] = faces;
  const runs: Run[] = [];
  for (const letter of text.normalize('NFC').replace(SIGNS, (sign) => INSTEAD[sign] ?? sign)) {
    const code = letter.codePointAt(0) ?? 0;
    const last = runs.at(-1);
    // Spaces stay with what they stand in.
    if (last && /\s/.test(letter)) {
      last.text += ' ';
      continue;
    }
    const face = faces.find((name) => faceOf(name).font.hasGlyphForCodePoint(code));
    const [where, set] = face ? [face, letter] : [usual, /\s/.test(letter) ? ' ' : '?'];
    if (last?.face === where) last.text += set;
    else runs.push({ face: where, text: set });
  }
  return runs.map(inSetOrder);
}
