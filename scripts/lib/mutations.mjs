// What bad hands type and send: values that break parsers, stores and arithmetic, drawn by a seed.
import { randomLcg } from 'd3-random';

const deep = (levels) => (levels === 0 ? 1 : [deep(levels - 1)]);

/** Values no honest page sends. */
const BAD = [
  null,
  true,
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud83d',
  '\\u0000',
  '🎭 ő עברית',
  "'; drop table user_account; --",
  '<script>alert(1)</script>',
  '../../../etc/passwd',
  '%00%2e%2e',
  '{{7*7}}',
  'constructor',
  '__proto__',
  '0000-01-01',
  '9999-12-31',
  '2026-02-30',
  'NaN',
  0,
  -1,
  0.1,
  2_147_483_647,
  2_147_483_648,
  -2_147_483_649,
  9_007_199_254_740_992,
  1e308,
  8_640_000_000_000_001,
  'x'.repeat(300),
  'x'.repeat(70_000),
  [],
  {},
  [null],
  { toString: 'x' },
  deep(20),
  deep(28),
];

/** Draws by a seed, so that what was found can be found again. */
export function drawing(seed) {
  const random = randomLcg(seed / 2 ** 31);
  const below = (n) => Math.floor(random() * n);
  const pick = (list) => list[below(list.length)];
  const chance = (share) => random() < share;

  /** The same value with something in it changed, taken away, doubled or put in. */
  function mutate(value) {
    if (value === null || typeof value !== 'object' || chance(0.15)) return pick(BAD);
    if (Array.isArray(value)) {
      if (value.length === 0 || chance(0.3)) return [...value, pick(BAD)];
      const at = below(value.length);
      if (chance(0.2)) return value.filter((_, index) => index !== at);
      if (chance(0.1)) return Array.from({ length: 300 }, () => value[at]);
      return value.map((one, index) => (index === at ? mutate(one) : one));
    }
    const names = Object.keys(value);
    if (names.length === 0 || chance(0.1))
      return { ...value, [JSON.stringify(pick(BAD))]: pick(BAD) };
    const name = pick(names);
    if (chance(0.15)) {
      const { [name]: _gone, ...rest } = value;
      return rest;
    }
    return { ...value, [name]: mutate(value[name]) };
  }
  return { below, pick, chance, mutate, bad: () => pick(BAD) };
}
