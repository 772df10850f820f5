import { mistaken, sourceWords, type Outcome, type Source } from '#core/knowledge';
import type { Banded } from '#core/uncertainty';

/** One input of a command. */
export interface Option {
  says: string;
  /** Shown as what to write: `kg`, `id`, … */
  takes: string;
  required?: true;
}

/** What a command answers: the figure, its unit and band, and everything it came from. */
export interface Answer {
  value: unknown;
  unit: string;
  band: { low: number; high: number } | null;
  inputs: Record<string, unknown>;
  rule: string;
  source: string;
  /** What else belongs to it: assumptions, steps, rungs. */
  more?: Record<string, unknown>;
}

export type Given = Readonly<Record<string, string | undefined>>;

/** A question the core answers from the command line. */
export interface Command {
  name: string;
  says: string;
  options: Readonly<Record<string, Option>>;
  example: string;
  run: (given: Given) => Outcome<Answer>;
}

/** To four figures: enough to check a number by, no more than it bears. */
export const figures = (value: number): number => (value === 0 ? 0 : Number(value.toPrecision(4)));

export const bandOf = ({ low, high }: Banded) => ({ low: figures(low), high: figures(high) });

export const sourcesOf = (sources: readonly Source[]): string =>
  [...new Set(sources.map(sourceWords))].join('; ');

/** A number from the command line, or the sentence that says what to write. */
export function numberOf(given: Given, name: string, usual?: number): Outcome<number> {
  const text = given[name];
  if (text === undefined) {
    return usual === undefined
      ? mistaken('missing', name, `--${name} is needed.`)
      : { ok: true, value: usual };
  }
  const value = /^-?\d+([.,]\d+)?$/.test(text.trim())
    ? Number(text.trim().replace(',', '.'))
    : Number.NaN;
  return Number.isFinite(value)
    ? { ok: true, value }
    : mistaken('out of range', name, `--${name} must be a number; “${text}” is none.`);
}

/** A word from the command line, or the sentence that it is needed. */
export const wordOf = (given: Given, name: string): Outcome<string> => {
  const text = given[name]?.trim();
  return text ? { ok: true, value: text } : mistaken('missing', name, `--${name} is needed.`);
};

/** A comma-separated list; null when it was not given. */
export const listOf = (given: Given, name: string): string[] | null =>
  given[name] === undefined
    ? null
    : given[name]
        .split(',')
        .map((one) => one.trim())
        .filter(Boolean);

/** One of a few words, or the sentence that lists them. */
export function choiceOf<T extends string>(
  given: Given,
  name: string,
  choices: readonly T[],
  usual?: T,
): Outcome<T> {
  const text = given[name]?.trim();
  if (text === undefined && usual !== undefined) return { ok: true, value: usual };
  const found = choices.find((choice) => choice === text);
  if (found) return { ok: true, value: found };
  return mistaken(
    text === undefined ? 'missing' : 'unknown',
    name,
    `--${name} is one of: ${choices.join(', ')}.`,
  );
}
