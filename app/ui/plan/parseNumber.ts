/** What a typed figure was read as: a number, or the sentence that says what is wrong. */
export type Parsed = { ok: true; value: number } | { ok: false; says: string };

interface Bounds {
  name: string;
  least: number;
  most: number;
}

const within = (value: number, { name, least, most }: Bounds, unit: string): Parsed => {
  if (value < least) return { ok: false, says: `${name} must be at least ${least}${unit}.` };
  if (value > most) return { ok: false, says: `${name} must be at most ${most}${unit}.` };
  return { ok: true, value };
};

/** Reads a whole number without a unit. */
export function parseCount(text: string, bounds: Bounds): Parsed {
  const trimmed = text.trim();
  if (!/^[+-]?\d{1,9}$/.test(trimmed)) {
    return { ok: false, says: `${bounds.name} must be a whole number.` };
  }
  return within(Number(trimmed), bounds, '');
}

/**
 * Reads a length of time: `45`, `45 s`, `1:30`, `2 min` or `1.5 min`.
 *
 * @example parseSeconds('1:30', { name: 'The hold time', least: 1, most: 600 }) // => { ok: true, value: 90 }
 */
export function parseSeconds(text: string, bounds: Bounds): Parsed {
  const trimmed = text.trim().toLowerCase();
  const plain = /^([+-]?\d{1,9})\s*(?:s|sec|secs|seconds?)?$/.exec(trimmed);
  if (plain) return within(Number(plain[1]), bounds, ' s');
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(trimmed);
  if (clock) return within(Number(clock[1]) * 60 + Number(clock[2]), bounds, ' s');
  const minutes = /^(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:m|min|mins|minutes?)$/.exec(trimmed);
  if (minutes) {
    return within(Math.round(Number((minutes[1] ?? '').replace(',', '.')) * 60), bounds, ' s');
  }
  return { ok: false, says: `${bounds.name} is a length of time: write 45, 1:30 or 2 min.` };
}
