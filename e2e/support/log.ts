import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Page } from '@playwright/test';

const FOLDER = resolve(import.meta.dirname, '../../test-results/logs');
const LOG = join(FOLDER, 'servers.log');
const WORDS = join(FOLDER, 'words.txt');

function append(file: string, text: string): void {
  mkdirSync(FOLDER, { recursive: true });
  appendFileSync(file, text);
}

/** Puts aside what a server wrote: it is read as a whole when everything else was tried. */
export const keepLog = (text: string): void => append(LOG, text);

/** Fields in which people write of themselves and of others. */
const FREE = new Set([
  ...['name', 'email', 'passPhrase', 'present', 'code', 'practiceName', 'occupation', 'notes'],
  ...['reason', 'word', 'message', 'text', 'by', 'clearedBy', 'note', 'q'],
]);
const SHORTEST = 5;

/** Every text a person wrote, wherever it stands in what was sent. */
function textsIn(value: unknown, name = ''): string[] {
  if (typeof value === 'string') return FREE.has(name) && value.length >= SHORTEST ? [value] : [];
  if (value === null || typeof value !== 'object') return [];
  // Beside its system a code is a word of a published or a told list, as FHIR has it, and nothing a person wrote.
  const isCoding = 'system' in value;
  return Object.entries(value).flatMap(([inner, one]) =>
    isCoding && inner === 'code' ? [] : textsIn(one, Array.isArray(value) ? name : inner),
  );
}

function sentBy(body: string): string[] {
  try {
    return textsIn(JSON.parse(body));
  } catch {
    return textsIn(Object.fromEntries(new URLSearchParams(body)));
  }
}

/** Remembers what is typed on a page and what opens doors for it: none of it may be in any log. */
export function noteWords(page: Page): void {
  page.on('request', (request) => {
    const address = new URL(request.url());
    const token = /^\/join\/([^/?.]+)/i.exec(address.pathname)?.[1];
    const words = [
      ...sentBy(request.postData() ?? ''),
      ...textsIn(Object.fromEntries(address.searchParams)),
      ...(token === undefined ? [] : [token]),
    ];
    if (words.length > 0) append(WORDS, words.map((word) => `${JSON.stringify(word)}\n`).join(''));
  });
}

/** Notes a word that a page does not send: a cookie, a pass phrase. */
export const noteWord = (word: string): void => append(WORDS, `${JSON.stringify(word)}\n`);

const read = (file: string): string => (existsSync(file) ? readFileSync(file, 'utf8') : '');

export const wholeLog = (): string => read(LOG);
export const notedWords = (): string[] => [
  ...new Set(
    read(WORDS)
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as string),
  ),
];
