import { codeOf } from '~/db/codeOf.server';

/** The frames of a stack: where it broke, without the words of the error, which may name somebody. */
const framesOf = (stack: string, message: string): string[] =>
  stack
    .slice(stack.includes(message) ? stack.indexOf(message) + message.length : 0)
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => /^at .+:\d+:\d+\)?$/.test(line))
    .slice(0, 8);

/**
 * What may be written down of an error: its kind, its code and the place in our code. Never its message:
 * that of a failed statement repeats what it was to store.
 */
export function codesOf(error: unknown): { error: string; code: string | null; at: string[] } {
  if (!(error instanceof Error)) return { error: typeof error, code: codeOf(error), at: [] };
  const { name, stack, message } = error;
  return { error: name, code: codeOf(error), at: framesOf(stack ?? '', message) };
}
