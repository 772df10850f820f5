/** An input that is not known exactly: the likeliest value between two bounds. */
export interface Uncertain {
  low: number;
  likely: number;
  high: number;
}

/** A result with the band its uncertain inputs leave it. */
export interface Banded {
  value: number;
  low: number;
  high: number;
}

export const known = (value: number): Uncertain => ({ low: value, likely: value, high: value });

export const about = (likely: number, low: number, high: number): Uncertain => ({
  low,
  likely,
  high,
});

/** A set of named inputs. */
export type Inputs = Readonly<Record<string, Uncertain>>;
export type Values<I extends Inputs> = { readonly [Name in keyof I]: number };

// Looked up once: these run tens of thousands of times in a row.
const { max, min, sqrt } = Math;

/**
 * The value at the likeliest inputs, and a band from moving each input to its bounds alone and adding
 * the moves as a root of squares (first-order propagation; inputs taken as independent).
 */
export function propagate<I extends Inputs>(inputs: I, f: (values: Values<I>) => number): Banded {
  const named = Object.entries(inputs);
  // One record is changed in place and put back: a copy for each move would cost more than the move.
  const now: Record<string, number> = {};
  for (const [name, { likely }] of named) now[name] = likely;
  const value = f(now as Values<I>);
  let down = 0;
  let up = 0;
  for (const [name, { low, likely, high }] of named) {
    if (low === high) continue;
    now[name] = low;
    const one = f(now as Values<I>);
    now[name] = high;
    const other = f(now as Values<I>);
    now[name] = likely;
    down += max(0, value - min(one, other)) ** 2;
    up += max(0, max(one, other) - value) ** 2;
  }
  return { value, low: value - sqrt(down), high: value + sqrt(up) };
}

/**
 * A value drawn from the triangle an uncertain input spans (inverse of its distribution function).
 *
 * @param share a number from 0 to 1
 */
export function drawTriangle({ low, likely, high }: Uncertain, share: number): number {
  const width = high - low;
  if (width <= 0) return likely;
  const peak = (likely - low) / width;
  return share < peak
    ? low + sqrt(share * width * (likely - low))
    : high - sqrt((1 - share) * width * (high - likely));
}

export const DRAWS = 10_000;

/** What random draws of the inputs make of a value: its median, the middle 90 % and the middle half. */
export interface Spread {
  draws: number;
  median: number;
  low: number;
  high: number;
  quarter: number;
  threeQuarters: number;
}

function sortedShare(sorted: Float64Array, share: number): number {
  const place = share * (sorted.length - 1);
  const floor = Math.floor(place);
  const from = sorted[floor] ?? 0;
  const to = sorted[Math.min(sorted.length - 1, floor + 1)] ?? from;
  return from + (to - from) * (place - floor);
}

/**
 * Monte Carlo: draws all inputs at once, many times, and reads the spread of the result.
 *
 * @param chance gives numbers from 0 to 1; seeded by the caller, so that a result can be repeated
 */
export function sample<I extends Inputs>(
  inputs: I,
  f: (values: Values<I>) => number,
  chance: () => number,
  draws = DRAWS,
): Spread {
  const results = new Float64Array(draws);
  const named = Object.entries(inputs);
  // One record is filled anew for each draw: making one each time would cost more than the draw.
  const drawn: Record<string, number> = {};
  for (let index = 0; index < draws; index += 1) {
    for (const [name, input] of named) drawn[name] = drawTriangle(input, chance());
    results[index] = f(drawn as Values<I>);
  }
  results.sort();
  return {
    draws,
    median: sortedShare(results, 0.5),
    low: sortedShare(results, 0.05),
    high: sortedShare(results, 0.95),
    quarter: sortedShare(results, 0.25),
    threeQuarters: sortedShare(results, 0.75),
  };
}
