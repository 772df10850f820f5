import { expect, test } from '@playwright/test';
import { notedWords, wholeLog } from './support/log';

/** Lines of our own: what a request was, and how it ended. Two servers may write into the middle of a line. */
const lines = () =>
  wholeLog()
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .flatMap((line) => {
      try {
        return [JSON.parse(line) as Record<string, unknown>];
      } catch {
        return [];
      }
    });

/** As it would stand in an address. */
const inAddress = (word: string) => new URLSearchParams({ word }).toString().slice('word='.length);

/** Whether a word stands in the log. A code of digits must stand alone: within an id or an instant it is chance. */
const standsIn = (log: string, word: string): boolean =>
  /^\d+$/.test(word)
    ? new RegExp(`(?<![\\w.-])${word}(?![\\w.-])`).test(log)
    : log.includes(word) || log.includes(inAddress(word));

test('the log of the whole run names nobody, repeats nothing that was typed, and holds no token', () => {
  const log = wholeLog();
  const words = notedWords();
  // It was a long run: there is something to look for, and something to look in.
  expect(words.length).toBeGreaterThan(60);
  expect(lines().length).toBeGreaterThan(500);
  const found = words.filter((word) => standsIn(log, word));
  expect(found).toEqual([]);
});

test('a line of the log is a route, a status and a time', () => {
  const odd = lines().filter((line) => {
    const { req, res } = line as { req?: Record<string, unknown>; res?: Record<string, unknown> };
    if (!req) return false;
    const names = [...Object.keys(req), ...Object.keys(res ?? { status: 0 })].sort().join();
    return (
      names !== 'method,route,status' ||
      /[0-9a-f]{8}-[0-9a-f]{4}|[?=&@%]/.test(JSON.stringify(req.route))
    );
  });
  expect(odd).toEqual([]);
});
