import { expect, test } from '@playwright/test';
import { notedWords, wholeLog } from './support/log';

/** Lines of our own: what a request was, and how it ended. */
const lines = () =>
  wholeLog()
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .map((line) => JSON.parse(line) as Record<string, unknown>);

test('the log of the whole run names nobody, repeats nothing that was typed, and holds no token', () => {
  const log = wholeLog();
  const words = notedWords();
  // It was a long run: there is something to look for, and something to look in.
  expect(words.length).toBeGreaterThan(60);
  expect(lines().length).toBeGreaterThan(500);
  const found = words.filter(
    (word) => log.includes(word) || log.includes(encodeURIComponent(word)),
  );
  expect(found).toEqual([]);
});

test('a line of the log is a route, a status and a time', () => {
  for (const line of lines()) {
    const { req, res } = line as { req?: Record<string, unknown>; res?: Record<string, unknown> };
    if (!req) continue;
    expect(Object.keys(req).sort()).toEqual(['method', 'route']);
    expect(String(req.route)).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}|[?=&@%]/);
    if (res) expect(Object.keys(res)).toEqual(['status']);
  }
});
